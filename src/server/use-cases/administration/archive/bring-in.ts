import { countText } from '@/contracts/words/when';
import { holdLetters } from '../../../archive/hold-letters';
import { t, texts } from '@/contracts/language/translate';
import { existsSync, readFileSync, rmSync, utimesSync, writeFileSync } from 'node:fs';
import { rm } from 'node:fs/promises';
import { join } from 'node:path';
import type { ArrivedOffice, BringInInput } from '@/contracts/administration/archive';
import { done, refuse, type Outcome } from '@/contracts/base/refusal';
import { momentText } from '@/contracts/words/when';
import { epochMinute } from '@/core/time/epoch-minute';
import { arrivingFolder, clearArrived, makeArrivingFolder } from '../../../archive/folders';
import { inspectOffice, type InspectedOffice } from '../../../archive/inspect';
import { keepArrived, unpackOffice } from '../../../archive/unpack';
import { officeReplacer, type Context } from '../../../context/context';
import { beside } from '../../../context/long-work';
import { officeContact } from '../../../repositories/house/office-contact';
import { hasOffice, SET_UP } from '../start/has-office';
import { onlyStart } from '../start/one-start';

/** Beside what was unpacked: that it was looked at and is whole. */
const LOOKED_AT = 'looked-at.json';

/** Unpacks what was sent and looks at all of it, beside the server: thousands of files hold up whoever reads the disk. */
export const lookAtArrived = (ctx: Context, folder: string): Promise<Outcome<InspectedOffice>> =>
  beside(ctx, { name: 'look-at-arrived', args: [folder], kind: 'reads', isLong: true }, async () => {
    const unpacked = await unpackOffice(folder);
    const inspected = unpacked.ok ? await inspectOffice(folder) : unpacked;
    if (!inspected.ok) rmSync(folder, { recursive: true, force: true });
    return inspected;
  });

/** Takes a house in beside the one that is there and looks at all of it; nothing is changed by that. */
export async function takeIn(
  ctx: Context,
  body: ReadableStream<Uint8Array> | null,
  nowMs: number,
): Promise<Outcome<ArrivedOffice>> {
  const id = ctx.newId();
  const folder = makeArrivingFolder(id);
  clearArrived(nowMs);
  const kept = await keepArrived(body, folder);
  const inspected = kept.ok ? await lookAtArrived(ctx, folder) : kept;
  if (!inspected.ok) {
    await rm(folder, { recursive: true, force: true });
    return inspected;
  }
  const { manifest, site, counts } = inspected.value;
  const tzid = (await officeContact(ctx.db))?.tzid ?? 'UTC';
  const madeText = momentText(epochMinute(Math.floor(Date.parse(manifest.madeAt) / 60_000)), tzid);
  const arrived: ArrivedOffice = { id, site, madeText, counts };
  writeFileSync(join(folder, LOOKED_AT), JSON.stringify(arrived));
  // How long it waits counts from now; what was unpacked has times of its own.
  utimesSync(folder, nowMs / 1000, nowMs / 1000);
  return done(arrived);
}

/** The same before the first day of an office. */
export const takeInFirst = async (
  ctx: Context,
  body: ReadableStream<Uint8Array> | null,
  nowMs: number,
): Promise<Outcome<ArrivedOffice>> => ((await hasOffice(ctx.db)) ? SET_UP : takeIn(ctx, body, nowMs));

const GONE = refuse(
  texts({ code: 'not-found', what: 'such archive here any more; send it once more' }, 'what'),
);

function arrivedOffice(id: string): ArrivedOffice | null {
  if (!/^[0-9a-f-]{36}$/.test(id)) return null;
  const file = join(arrivingFolder(id), LOOKED_AT);
  return existsSync(file) ? (JSON.parse(readFileSync(file, 'utf8')) as ArrivedOffice) : null;
}

let isReplacing = false;

async function putInPlace(ctx: Context, id: string): Promise<Outcome<{ summary: string }>> {
  const arrived = arrivedOffice(id);
  if (!arrived || isReplacing) return GONE;
  isReplacing = true;
  let held = 0;
  try {
    rmSync(join(arrivingFolder(id), LOOKED_AT));
    held = await holdLetters(arrivingFolder(id));
    await officeReplacer(ctx)(arrivingFolder(id));
  } finally {
    isReplacing = false;
  }
  const letters = held
    ? t`; ${countText(held, 'letter that waited there is', 'letters that waited there are')} not sent from here`
    : '';
  return done({ summary: t`“${arrived.site}” is in its place${letters}` });
}

/** Puts a house that arrived into the place of this one. Whoever does it types the name of what goes. */
export async function bringIn(
  ctx: Context,
  id: string,
  { name }: BringInInput,
): Promise<Outcome<{ summary: string }>> {
  if (!arrivedOffice(id)) return GONE;
  const site = (await officeContact(ctx.db))?.site ?? '';
  if (name.trim() !== site)
    return refuse({
      code: 'bad-input',
      fields: [{ path: 'name', message: t`Type “${site}” as it stands here: all of it is replaced.` }],
    });
  return putInPlace(ctx, id);
}

export const bringInFirst = (ctx: Context, id: string): Promise<Outcome<{ summary: string }>> =>
  onlyStart(ctx.db, () => putInPlace(ctx, id));
