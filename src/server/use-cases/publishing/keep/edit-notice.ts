import type { Edit } from '@/contracts/history/done-facts';
import { sayEdit } from '@/contracts/history/say-done';
import { t, untranslated } from '@/contracts/language/translate';
import type { EditNoticeInput } from '@/contracts/publishing/calendars';
import { done, refuse, type Outcome } from '@/contracts/base/refusal';
import { localDate, parseLocalDate } from '@/core/time/local-time';
import type { ChangeSet } from '../../../repositories/changes/change-set';
import { runChangeSet } from '../../../effects/run-change-set';
import type { SignedInContext } from '../../../context/context';
import { publicTextFaults, publicTextOf } from '../../../platform/text/public-html';
import { tellEdited } from '../../../effects/letters/tell-edited';
import { loadRequest, type RequestRow } from '../../../repositories/requests/request-rows';
import { lastChange } from '../../../repositories/requests/since';
import { loadCalendars, type Calendar } from '../../../repositories/publishing/calendars';
import { Notice, Request, RequestCalendar } from '../../../db/tables/requests';
import { asFlag } from '../../../db/tables/column';
import type { RowOf } from '../../../db/tables/table';

interface Before {
  readonly second_line: string;
  readonly public_html: string;
  readonly public_text: string;
  readonly notice: RowOf<typeof Notice> | null;
  readonly choices: readonly RowOf<typeof RequestCalendar>[];
}

async function loadBefore(change: ChangeSet, request: RequestRow): Promise<Before> {
  const notice = await change.tx.table(Notice).first({ request_id: request.id });
  const choices = await change.tx.table(RequestCalendar).all({ request_id: request.id });
  const row = await change.tx.table(Request).first({ id: request.id });
  if (!row) throw new Error(`request ${request.id} was there a moment ago`);
  return { ...row, notice, choices };
}

type Choice = RowOf<typeof RequestCalendar>['choice'];

const chosen = (choices: Before['choices'], choice: Choice): number[] =>
  choices.filter((row) => row.choice === choice).map((row) => row.calendar_id);

const sameSet = (a: readonly number[], b: readonly number[]): boolean =>
  a.length === b.length && a.every((each) => b.includes(each));

function differences(
  request: RequestRow,
  before: Before,
  input: EditNoticeInput,
  text: { readonly html: string; readonly plain: string },
  calendars: readonly Calendar[],
): Edit[] {
  const names = (ids: readonly number[]) =>
    ids.map((id) => calendars.find((each) => each.id === id)?.name ?? '');
  const wasFrom = before.notice?.publish_from ?? null;
  const wasHeld = before.notice?.held_back === 1;
  const picks = (choice: 'picked' | 'excluded') =>
    !sameSet(chosen(before.choices, choice), input[choice]) && {
      of: choice,
      calendars: names(input[choice]),
    };
  const edits: (Edit | false)[] = [
    before.second_line !== input.secondLine && {
      of: 'secondLine',
      from: before.second_line,
      to: input.secondLine,
    },
    before.public_text !== text.plain && { of: 'public-text' },
    before.public_text === text.plain && before.public_html !== text.html && { of: 'marks' },
    request.publish !== input.publish && { of: 'shown', to: input.publish },
    wasHeld !== input.heldBack && { of: 'held-back', to: input.heldBack },
    wasFrom !== input.publishFrom && {
      of: 'from-day',
      to: input.publishFrom === null ? null : parseLocalDate(input.publishFrom),
    },
    picks('picked'),
    picks('excluded'),
  ];
  return edits.filter((edit) => edit !== false);
}

async function writeNotice(change: ChangeSet, request: RequestRow, before: Before, input: EditNoticeInput) {
  const isPlain = !input.heldBack && input.publishFrom === null;
  if (before.notice) await change.remove(Notice, [before.notice]);
  if (!isPlain)
    await change.insert(Notice, [
      {
        request_id: request.id,
        held_back: asFlag(input.heldBack),
        publish_from: input.publishFrom === null ? null : localDate(input.publishFrom),
      },
    ]);
  await change.remove(RequestCalendar, before.choices);
  // A wish that was neither taken up nor turned down goes on waiting.
  const open = chosen(before.choices, 'wanted').filter(
    (id) => !input.picked.includes(id) && !input.excluded.includes(id),
  );
  const rows = (ids: readonly number[], choice: Choice) =>
    ids.map((id) => ({ request_id: request.id, calendar_id: id, choice }));
  await change.insert(RequestCalendar, [
    ...rows(input.picked, 'picked'),
    ...rows(input.excluded, 'excluded'),
    ...rows(open, 'wanted'),
  ]);
}

function faultsOf(input: EditNoticeInput, calendars: readonly Calendar[]) {
  const isKnown = (id: number) => calendars.some((each) => each.id === id);
  const both = input.picked.some((id) => input.excluded.includes(id));
  return [
    ...(input.publishFrom !== null && !parseLocalDate(input.publishFrom)
      ? [{ path: 'publishFrom', message: t`There is no date ${input.publishFrom}.` }]
      : []),
    ...([...input.picked, ...input.excluded].every(isKnown)
      ? []
      : [{ path: 'picked', message: t`One of these calendars is gone. Reload the page and choose again.` }]),
    ...publicTextFaults(input.publicHtml),
    ...(both ? [{ path: 'picked', message: t`A calendar is both picked and left out. Choose one.` }] : []),
  ];
}

/**
 * Says what readers see of a request, before it is approved or after. Other words move LAST-MODIFIED alone; what is
 * held back or made private is gone everywhere at the next look.
 */
export async function editNotice(
  ctx: SignedInContext,
  reference: string,
  input: EditNoticeInput,
): Promise<Outcome<{ readonly summary: string; readonly changeSet: number }>> {
  const order = {
    action: untranslated('edited its notice'),
    reason: input.reason,
    idempotencyKey: input.key,
  };
  return runChangeSet(ctx, order, async (change) => {
    const request = await loadRequest(change.tx, reference);
    if (!request) return refuse({ code: 'not-found', what: t`request with this reference` });
    if (request.version !== input.version)
      return refuse({ code: 'stale', since: await lastChange(change.tx, request.id, request.tzid) });
    const calendars = await loadCalendars(change.tx);
    const faults = faultsOf(input, calendars);
    if (faults.length) return refuse({ code: 'bad-input', fields: faults });
    const before = await loadBefore(change, request);
    const text = publicTextOf(input.publicHtml);
    const edits = differences(request, before, input, text, calendars);
    if (!edits.length)
      return refuse({
        code: 'bad-input',
        fields: [{ path: 'publicHtml', message: t`Nothing is different. Change something first.` }],
      });
    await writeNotice(change, request, before, input);
    await change.updateVersioned(Request, [request.id], {
      second_line: input.secondLine,
      public_html: text.html,
      public_text: text.plain,
      publish: asFlag(input.publish),
    });
    change.requestIds.add(request.id);
    await tellEdited(change, request, () => edits.map(sayEdit), input.reason);
    return done({ summary: change.tell({ did: 'notice-edited', edits }), changeSet: change.id });
  });
}
