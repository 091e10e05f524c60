import { makeReference } from '@/core/changes/reference';
import { RULES } from '@/core/checks/findings';
import type { AskInput, AskReply } from '@/contracts/ask';
import { done, refuse, type FieldFault, type Outcome } from '@/contracts/refusal';
import { rewriteOccupancy } from '../../changes/occupancy-rows';
import { runChangeSet } from '../../changes/run-change-set';
import type { SignedInContext } from '../../context';
import type { Reader } from '../../db/connection';
import { siteZone } from '../../db/space-facts';
import { checkAgainstWorld, type DateVerdict } from '../verdicts';
import { sideOf } from './check-request';
import { beyondStock, unknownThings } from './known-things';
import { insertClaims, insertRequest } from './insert-request';
import { datesAsked } from './wanted-dates';

async function unknownRows(reader: Reader, input: AskInput): Promise<FieldFault[]> {
  const [found] = await reader.rows<{ category: number; host: number }>(
    `SELECT EXISTS (SELECT 1 FROM category WHERE id = $category) AS category, EXISTS (SELECT 1 FROM organisation WHERE id = $host) AS host`,
    { category: input.categoryId, host: input.hostId },
  );
  return [
    ...(found!.category
      ? []
      : [{ path: 'categoryId', message: 'There is no such category. Choose one from the list.' }]),
    ...(found!.host ? [] : [{ path: 'hostId', message: 'There is no such host. Choose one from the list.' }]),
    ...(await unknownThings(reader, input)),
  ];
}

/** What requesters can put right alone, beside the field it is about. Said once, however many dates it concerns. */
function toPutRight(verdicts: readonly DateVerdict[], input: AskInput): FieldFault[] {
  const faults = new Map<string, FieldFault>();
  for (const { findings, sentences } of verdicts)
    findings.forEach(({ facts, spaceId }, index) => {
      const { severity, sentence } = sentences[index]!;
      if (!RULES[facts.rule].mustBePutRight || severity !== 'blocks') return;
      const space = input.spaces.findIndex((each) => each.spaceId === spaceId);
      const path = facts.rule === 'layout-not-offered' ? `spaces.${space}.layout` : 'people';
      faults.set(`${path} ${sentence}`, { path, message: sentence });
    });
  return [...faults.values()];
}

async function freeReference(reader: Reader, random: () => number): Promise<string> {
  for (;;) {
    const ref = makeReference(random);
    const taken = await reader.rows('SELECT 1 FROM request WHERE ref = $ref', { ref });
    if (!taken.length) return ref;
  }
}

/**
 * Takes a request with all its dates, waiting. What depends on the calendar may clash: deciding that is the office's.
 * What the requester can put right alone is refused with the field it is about. The same key again gives the same
 * reference.
 */
export async function submitRequest(ctx: SignedInContext, input: AskInput): Promise<Outcome<AskReply>> {
  const order = { action: 'asked', reason: '', idempotencyKey: input.key };
  return runChangeSet<AskReply>(ctx, order, async (change) => {
    const unknown = await unknownRows(change.tx, input);
    if (unknown.length) return refuse({ code: 'bad-input', fields: unknown });
    const tzid = await siteZone(change.tx);
    const asked = datesAsked(input, tzid);
    if (!asked.ok) return asked;
    if (asked.value.dates[0]!.claim.event.start <= change.at)
      return refuse({
        code: 'bad-input',
        fields: [{ path: 'when.startsAt', message: 'The first date has begun already. Choose a later one.' }],
      });

    const verdicts = await checkAgainstWorld(change.tx, ctx.viewer, asked.value.dates, sideOf(ctx));
    const faults = [...toPutRight(verdicts, input), ...(await beyondStock(change.tx, input, asked.value))];
    if (faults.length) return refuse({ code: 'put-right', fields: faults });

    const ref = await freeReference(change.tx, ctx.random);
    const uid = `${ctx.newId()}@calendario.invalid`;
    const { requestId, segmentId } = await insertRequest(change, {
      input,
      asked: asked.value,
      tzid,
      ref,
      uid,
      requesterId: ctx.viewer.personId,
    });
    change.requestId = requestId;
    await rewriteOccupancy(change.tx, await insertClaims(change, asked.value, requestId, segmentId));
    return done({ reference: ref });
  });
}
