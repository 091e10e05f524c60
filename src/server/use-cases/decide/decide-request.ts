import type { OccurrenceState } from '@/core/changes/transitions';
import { needingReason, unapprovable } from '@/core/checks/findings';
import type { ChangeReply, DecideInput } from '@/contracts/decide';
import { done, refuse, type Outcome, type Refusal } from '@/contracts/refusal';
import { countText, spanText } from '@/contracts/words/when';
import type { ChangeSet } from '../../changes/change-set';
import { moveDates } from '../../changes/move-dates';
import { runChangeSet } from '../../changes/run-change-set';
import type { SignedInContext } from '../../context';
import { blockedStep } from '../blocked-step';
import { loadDates, loadRequest, type DateRow, type RequestRow } from '../request-rows';
import { lastChange } from '../since';
import { checkAgainstWorld, type DateVerdict } from '../verdicts';

const DECIDED: Readonly<Record<DecideInput['action'], OccurrenceState>> = {
  approve: 'approved',
  decline: 'declined',
};

/** Each sentence with its date in front, as a manager reads it without the ladder beside it. */
const withDates = (
  verdicts: readonly DateVerdict[],
  dates: readonly DateRow[],
  which: (v: DateVerdict) => readonly string[],
) =>
  verdicts.flatMap((verdict, index) =>
    which(verdict).map(
      (sentence) => `${spanText(dates[index]!.startLocal, dates[index]!.endLocal)}: ${sentence}`,
    ),
  );

const sentencesOf = (verdict: DateVerdict, findings: readonly DateVerdict['findings'][number][]): string[] =>
  verdict.findings.flatMap((finding, index) =>
    findings.includes(finding) ? [verdict.sentences[index]!.sentence] : [],
  );

/** The check once more, on the world as it is inside the transaction. Null when nothing stands in the way. */
async function objections(
  ctx: SignedInContext,
  change: ChangeSet,
  picked: readonly DateRow[],
  reason: string,
): Promise<{ refusal: Refusal } | { verdicts: DateVerdict[] }> {
  const claims = picked.map(({ claimId }) => claimId);
  const wanted = picked.map(({ key, claim }) => ({ key, claim }));
  const verdicts = await checkAgainstWorld(change.tx, ctx.viewer, wanted, 'office', claims);
  const blocked = verdicts.filter(({ findings }) => unapprovable(findings).length > 0);
  if (blocked.length) {
    const sentences = withDates(verdicts, picked, (each) => sentencesOf(each, unapprovable(each.findings)));
    return { refusal: { code: 'clash', sentences, dates: blocked.length } };
  }
  const sentences = withDates(verdicts, picked, (each) => sentencesOf(each, needingReason(each.findings)));
  return sentences.length && !reason ? { refusal: { code: 'needs-reason', sentences } } : { verdicts };
}

async function storeOverrides(
  change: ChangeSet,
  picked: readonly DateRow[],
  verdicts: readonly DateVerdict[],
  reason: string,
): Promise<void> {
  const rows = verdicts.flatMap(({ findings }, index) =>
    needingReason(findings).map(({ facts, spaceId }) => ({
      claim_id: picked[index]!.claimId,
      rule: facts.rule,
      subject: spaceId === null ? 'all' : `space:${spaceId}`,
      reason,
      by_id: change.actorId,
    })),
  );
  const once = new Map(rows.map((row) => [`${row.claim_id} ${row.rule} ${row.subject}`, row]));
  await change.insert('claim_override', [...once.values()]);
}

function summaryOf(action: DecideInput['action'], picked: number, waitingBefore: number): string {
  const left = waitingBefore - picked;
  const verb = action === 'approve' ? 'approved' : 'declined';
  return `${verb} ${countText(picked, 'date', 'dates')}${left > 0 ? `; ${left} still ${left === 1 ? 'waits' : 'wait'}` : ''}`;
}

async function pick(
  change: ChangeSet,
  request: RequestRow,
  input: DecideInput,
): Promise<Outcome<{ picked: DateRow[]; waiting: number }>> {
  if (request.version !== input.version)
    return refuse({ code: 'stale', since: await lastChange(change.tx, request.id, request.tzid) });
  const dates = await loadDates(change.tx, [request.id]);
  const picked = dates.filter(({ id }) => input.occurrences.includes(id));
  if (picked.length !== input.occurrences.length)
    return refuse({ code: 'not-found', what: 'such date in this request' });
  const blocked = blockedStep(picked, () => input.action, 'manager', change.at);
  if (blocked) return refuse(blocked);
  return done({ picked, waiting: dates.filter(({ state }) => state === 'waiting').length });
}

/**
 * Approves or declines picked dates of one request and leaves the rest as they are. The check is repeated inside the
 * transaction; a decision on an older state is refused with what has happened since.
 */
export async function decideRequest(
  ctx: SignedInContext,
  ref: string,
  input: DecideInput,
): Promise<Outcome<ChangeReply>> {
  const order = {
    action: input.action === 'approve' ? 'approved' : 'declined',
    reason: input.reason,
    idempotencyKey: input.key,
  };
  return runChangeSet<ChangeReply>(ctx, order, async (change) => {
    const request = await loadRequest(change.tx, ref);
    if (!request) return refuse({ code: 'not-found', what: 'request with this reference' });
    const choice = await pick(change, request, input);
    if (!choice.ok) return choice;
    const { picked, waiting } = choice.value;
    if (input.action === 'approve') {
      const answer = await objections(ctx, change, picked, input.reason);
      if ('refusal' in answer) return refuse(answer.refusal);
      await storeOverrides(change, picked, answer.verdicts, input.reason);
    }
    const moved = picked.map(({ id, claimId }) => ({ occurrenceId: id, claimId }));
    await moveDates(
      change,
      request.id,
      moved,
      DECIDED[input.action],
      input.action === 'decline' ? input.reason : '',
    );
    return done({ changed: picked.length, summary: summaryOf(input.action, picked.length, waiting) });
  });
}
