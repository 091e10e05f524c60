import { t, untranslated } from '@/contracts/language/translate';
import type { EntryKind } from '@/contracts/administration/kinds';
import type {
  DropPictureInput,
  Picture,
  PictureOwner,
  SendPictureInput,
} from '@/contracts/calendar/pictures';
import { done, refuse, type Outcome } from '@/contracts/base/refusal';
import { runChangeSet } from '../../../effects/run-change-set';
import type { SignedInContext } from '../../../context/context';
import type { Reader } from '../../../db/connection';
import { keepPictureFile } from '../../../platform/files/picture-file';
import { dropStored, readStored } from '../../../platform/files/store';
import { noteInHistory } from './around-entry';
import { repositoryOf } from './repositories/index';
import { PICTURE_STORED, PICTURE_OF } from './entries.queries';
import { Picture as Pictures } from '../../../db/tables/house';

const KIND: Readonly<Record<PictureOwner, EntryKind>> = { space: 'space', pool: 'equipment' };

interface Row {
  readonly stored: string;
  readonly about: string;
  readonly width: number;
  readonly height: number;
}

async function rowOf(reader: Reader, of: PictureOwner, id: number): Promise<Row | null> {
  const [row] = await reader.all(PICTURE_OF, { of, id });
  return row ?? null;
}

/** The picture of a space or of equipment; null where there is none. */
export async function pictureOf(reader: Reader, of: PictureOwner, id: number): Promise<Picture | null> {
  const row = await rowOf(reader, of, id);
  return (
    row && { href: `/api/pictures/${row.stored}`, about: row.about, width: row.width, height: row.height }
  );
}

/** The bytes of a picture that is shown now; null for any other name. */
export async function pictureBytes(reader: Reader, stored: string): Promise<ReadableStream | null> {
  const [row] = await reader.all(PICTURE_STORED, { stored });
  return row ? readStored(stored) : null;
}

const such = (of: PictureOwner) =>
  refuse({ code: 'not-found', what: of === 'space' ? t`such space` : t`such equipment` });

/** Puts a picture to a space or to equipment, in the place of the one there was. */
export async function sendPicture(
  ctx: SignedInContext,
  { of, id, about }: SendPictureInput,
  body: ReadableStream<Uint8Array> | null,
): Promise<Outcome<{ summary: string }>> {
  if (!(await repositoryOf(KIND[of]).load(ctx.db, id))) return such(of);
  const kept = await keepPictureFile(body);
  if (!kept.ok) return kept;
  const { storedAs, ...facts } = kept.value;
  let before: Row | null = null;
  const order = { action: untranslated('put a picture'), reason: about, idempotencyKey: ctx.newId() };
  const outcome = await runChangeSet<{ summary: string }>(ctx, order, async (change) => {
    before = await rowOf(change.tx, of, id);
    await change.tx.table(Pictures).remove({ owner_kind: of, owner_id: id });
    await change.tx
      .table(Pictures)
      .insert({ owner_kind: of, owner_id: id, stored_as: storedAs, about, ...facts });
    await noteInHistory(change, KIND[of], id, { facts: { did: 'picture', about } });
    return done({ summary: t`the picture is shown` });
  });
  await dropStored(outcome.ok ? ((before as Row | null)?.stored ?? 'none') : storedAs);
  return outcome;
}

/** Takes a picture away; one that is gone already is no fault. */
export async function dropPicture(
  ctx: SignedInContext,
  { key, of, id }: DropPictureInput,
): Promise<Outcome<{ summary: string }>> {
  const before = await rowOf(ctx.db, of, id);
  const order = {
    action: untranslated('took a picture away'),
    reason: before?.about ?? '',
    idempotencyKey: key,
  };
  const outcome = await runChangeSet<{ summary: string }>(ctx, order, async (change) => {
    if (!(await rowOf(change.tx, of, id))) return done({ summary: t`there is no picture` });
    await change.tx.table(Pictures).remove({ owner_kind: of, owner_id: id });
    await noteInHistory(change, KIND[of], id, { did: order.action });
    return done({ summary: t`the picture is gone` });
  });
  if (outcome.ok && before) await dropStored(before.stored);
  return outcome;
}
