import { t } from '@/contracts/language/translate';
import type { PersonId, RequestId } from '@/core/ids';
import type { WantedService } from '@/core/occupancy/bands';
import type { AskInput } from '@/contracts/requests/ask';
import { answerFaults, answersTo, type Answer } from '@/contracts/forms/questions';
import { done, refuse, type FieldFault, type Outcome } from '@/contracts/base/refusal';
import type { ChangeSet } from '../../../repositories/changes/change-set';
import { publicTextFaults } from '../../../platform/text/public-html';
import type { SignedInContext } from '../../../context/context';
import type { Reader } from '../../../db/connection';
import { readableCalendars } from '../../../repositories/publishing/calendars';
import { loadQuestions, questionsOf, type OwnedQuestion } from '../../../repositories/house/questions';
import {
  RequestAnswer,
  RequestCalendar,
  RequestCategory,
  RequestHost,
  RequestLine,
} from '../../../db/tables/requests';
import { asFlag } from '../../../db/tables/column';
import { OWN_LOOSE_FILES, MAY_ASK_FOR } from './ask.queries';
import { File } from '../../../db/tables/requests';
import { Category, Organisation } from '../../../db/tables/house';
import { Service, Space } from '../../../db/tables/spaces';
import { Table } from '../../../db/tables/table';
import { missingFaults } from '../../../repositories/known-ids';

// Everything of a request that takes neither place nor time: who, what, answers, running order, files.

async function unknownDetails(reader: Reader, input: AskInput): Promise<FieldFault[]> {
  const faults = (table: Table, ids: readonly number[], path: (at: number) => string, what: string) =>
    missingFaults(reader, table, ids, {
      isInUse: true,
      path,
      message: t`There is no such ${what}, or no longer. Choose one from the list.`,
    });
  const second = input.secondChoices.flatMap(({ spaceId }, index) =>
    spaceId === null ? [] : [{ spaceId, index }],
  );
  return [
    ...(await faults(Category, [input.categoryId], () => 'categoryId', 'category')),
    ...(await faults(Organisation, [input.hostId], () => 'hostId', 'host')),
    ...(await faults(Organisation, input.jointHostIds, (at) => `jointHostIds.${at}`, 'host')),
    ...(await faults(Category, input.moreCategoryIds, (at) => `moreCategoryIds.${at}`, 'category')),
    ...(await faults(
      Service,
      input.services.map(({ serviceId }) => serviceId),
      (at) => `services.${at}.serviceId`,
      'service',
    )),
    ...(await faults(
      Space,
      second.map(({ spaceId }) => spaceId),
      (place) => `secondChoices.${second[place]?.index ?? 0}.spaceId`,
      'space',
    )),
  ];
}

const spaceQuestions = (all: readonly OwnedQuestion[], input: AskInput): OwnedQuestion[] => [
  ...questionsOf(
    all,
    'space',
    input.spaces.map(({ spaceId }) => spaceId),
  ),
  ...questionsOf(all, 'category', [input.categoryId, ...input.moreCategoryIds]),
];

function unanswered(all: readonly OwnedQuestion[], input: AskInput): FieldFault[] {
  return [
    ...answerFaults(spaceQuestions(all, input), input.answers, 'answers'),
    ...input.services.flatMap(({ serviceId, answers }, index) =>
      answerFaults(questionsOf(all, 'service', [serviceId]), answers, `services.${index}.answers`),
    ),
  ];
}

/** Files that are not this person's to send, or were sent with something else. */
async function foreignFiles(ctx: SignedInContext, reader: Reader, input: AskInput): Promise<FieldFault[]> {
  if (!input.fileKeys.length) return [];
  const rows = await reader.all(OWN_LOOSE_FILES, { keys: input.fileKeys, me: ctx.viewer.personId });
  const own = new Set(rows.map(({ key }) => key));
  return input.fileKeys.flatMap((key, index) =>
    own.has(key)
      ? []
      : [{ path: `fileKeys.${index}`, message: t`This file is not here any more. Add it once more.` }],
  );
}

async function unknownCalendars(
  { viewer }: SignedInContext,
  reader: Reader,
  { calendarIds }: AskInput,
): Promise<FieldFault[]> {
  if (!calendarIds.length) return [];
  const known = (await readableCalendars({ db: reader, viewer })).map(({ id }) => id);
  return calendarIds.flatMap((id, index) =>
    known.includes(id)
      ? []
      : [{ path: `calendarIds.${index}`, message: t`There is no such calendar. Choose from the list.` }],
  );
}

/** What is wrong with the details; the form marks the same where it can know. */
export async function detailFaults(
  ctx: SignedInContext,
  reader: Reader,
  input: AskInput,
): Promise<FieldFault[]> {
  const unknown = [...(await unknownDetails(reader, input)), ...(await unknownCalendars(ctx, reader, input))];
  if (unknown.length) return unknown;
  return [
    ...unanswered(await loadQuestions(reader), input),
    ...(await foreignFiles(ctx, reader, input)),
    ...(input.publicHtml === undefined ? [] : publicTextFaults(input.publicHtml)),
    ...(input.kind === 'notice' && !input.publish
      ? [
          {
            path: 'publish',
            message: t`An announcement is for readers: publish it, or ask for something else.`,
          },
        ]
      : []),
  ];
}

/** For whom it is asked: the viewer, or somebody the viewer may ask for. */
export async function requesterIdOf(
  ctx: SignedInContext,
  reader: Reader,
  { onBehalfOf }: AskInput,
): Promise<Outcome<PersonId>> {
  const { personId, roles } = ctx.viewer;
  if (onBehalfOf === null || onBehalfOf === personId) return done(personId);
  const [row] = await reader.all(MAY_ASK_FOR, { for: onBehalfOf, me: personId });
  if (row && (row.isDeputy || roles.includes('manager'))) return done(onBehalfOf);
  const message = row
    ? t`You may ask for this person once they have named you their deputy.`
    : t`There is no such person. Choose one from the list.`;
  return refuse({ code: 'bad-input', fields: [{ path: 'onBehalfOf', message }] });
}

export const answersById = (answers: readonly Answer[]): Record<string, string> =>
  Object.fromEntries(answers.map(({ questionId, answer }) => [questionId, answer]));

/** Services as claims keep them, with the answers that belong to their questions. */
export async function wantedServices(reader: Reader, input: AskInput): Promise<WantedService[]> {
  if (!input.services.length) return [];
  const all = await loadQuestions(reader);
  return input.services.map(({ serviceId, answers }) => ({
    serviceId,
    answers: answersById(answersTo(questionsOf(all, 'service', [serviceId]), answers)),
  }));
}

/** Hosts, categories, answers, running order and files of a new request. */
export async function insertDetails(change: ChangeSet, requestId: RequestId, input: AskInput): Promise<void> {
  const hosts = [...new Set([input.hostId, ...input.jointHostIds])];
  const categories = [...new Set([input.categoryId, ...input.moreCategoryIds])];
  await change.insert(
    RequestHost,
    hosts.map((host, position) => ({ request_id: requestId, organisation_id: host, position })),
  );
  await change.insert(
    RequestCategory,
    categories.map((category, position) => ({ request_id: requestId, category_id: category, position })),
  );
  const answers = answersTo(spaceQuestions(await loadQuestions(change.tx), input), input.answers);
  await change.insert(
    RequestAnswer,
    answers.map(({ questionId, answer }) => ({ request_id: requestId, question_id: questionId, answer })),
  );
  await change.insert(
    RequestLine,
    [...input.lines]
      .sort((a, b) => a.fromMin - b.fromMin)
      .map(({ fromMin, text, isPublic }, position) => ({
        request_id: requestId,
        position,
        from_min: fromMin,
        text,
        is_public: asFlag(isPublic),
      })),
  );
  await change.insert(
    RequestCalendar,
    input.calendarIds.map((calendar) => ({
      request_id: requestId,
      calendar_id: calendar,
      choice: 'wanted' as const,
    })),
  );
  await change.tx.table(File).update({ key: input.fileKeys }, { request_id: requestId });
}
