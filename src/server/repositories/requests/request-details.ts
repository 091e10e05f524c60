import { t } from '@/contracts/language/translate';
import type { Layout } from '@/core/seating/layouts';
import type { Feature } from '@/core/spaces/features';
import { addWallMinutes, dateOf, type LocalDateTime } from '@/core/time/local-time';
import type { RequestKind } from '@/contracts/requests/ask-details';
import type { FileLine } from '@/contracts/requests/files';
import type { RequestDetails } from '@/contracts/requests/request-view';
import { FEATURE_WORDS } from '@/contracts/words/findings';
import { LAYOUT_WORDS } from '@/contracts/words/layouts';
import { listText } from '@/contracts/words/rule';
import { dayShort, momentText, sayTime } from '@/contracts/words/when';
import type { EpochMinute } from '@/core/time/epoch-minute';
import type { Reader } from '../../db/connection';
import type { RequestRow } from './request-rows';
import { DETAILS_OF_REQUEST } from './requests.queries';

interface DetailRow {
  readonly kind: RequestKind;
  readonly publicHtml: string;
  readonly wants: { layout: Layout | null; features: Feature[]; building: string } | null;
  readonly secondChoices: { spaceId: number | null; startsAt: LocalDateTime | null }[];
  readonly typedBy: string | null;
  readonly askedMin: EpochMinute;
  readonly hosts: string[];
  readonly categories: { name: string; mark: string; hue: string }[];
  readonly answers: { question: string; answer: string; seenBy: string }[];
  readonly lines: { fromMin: number; text: string; isPublic: 0 | 1 }[];
  readonly services: { name: string; team: string; answers: Record<string, string> }[];
  readonly questions: Record<string, string>;
  readonly spaces: Record<string, string>;
  readonly files: FileLine[];
}

/** `18:00`; with the day where it is another one than the event's first. */
function clockText(start: LocalDateTime, fromMin: number): string {
  const at = addWallMinutes(start, fromMin);
  return dateOf(at) === dateOf(start) ? sayTime(at) : `${dayShort(dateOf(at))}, ${sayTime(at)}`;
}

function wantsText({ wants }: DetailRow): string | null {
  if (!wants) return null;
  const parts = [
    wants.layout && LAYOUT_WORDS[wants.layout],
    wants.features.length ? listText(wants.features.map((feature) => FEATURE_WORDS[feature])) : '',
    wants.building && t`in ${wants.building}`,
  ].filter(Boolean);
  return parts.length ? parts.join('; ') : t`any space that seats them`;
}

function secondChoiceText({ secondChoices, spaces }: DetailRow, index: number): string {
  const { spaceId, startsAt } = secondChoices[index]!;
  const place = spaceId === null ? '' : (spaces[spaceId] ?? t`another space`);
  const time = startsAt === null ? '' : `${dayShort(dateOf(startsAt))}, ${sayTime(startsAt)}`;
  return [place, time].filter(Boolean).join(', ');
}

/** What a request says beside place and time; answers that are for the office only are left out for others. */
export async function requestDetails(
  reader: Reader,
  request: Pick<RequestRow, 'id' | 'tzid' | 'startLocal' | 'fields'>,
  mayReadAll: boolean,
): Promise<RequestDetails> {
  const row = await reader.value(DETAILS_OF_REQUEST, { id: request.id });
  return {
    kind: row.kind,
    ...request.fields,
    jointHosts: row.hosts.slice(1),
    moreCategories: row.categories.slice(1),
    publicHtml: row.publicHtml,
    wantsText: wantsText(row),
    secondChoices: row.secondChoices.map((_, index) => secondChoiceText(row, index)),
    typedBy: row.typedBy,
    askedText: momentText(row.askedMin, request.tzid),
    answers: row.answers
      .filter(({ seenBy }) => mayReadAll || seenBy !== 'office')
      .map(({ question, answer }) => ({ question, answer })),
    lines: row.lines.map(({ fromMin, text, isPublic }) => ({
      at: clockText(request.startLocal, fromMin),
      text,
      isPublic: isPublic === 1,
    })),
    services: row.services.map(({ name, team, answers }) => ({
      name,
      team,
      answers: Object.entries(answers).map(([id, answer]) => ({
        question: row.questions[id] ?? '',
        answer,
      })),
    })),
    files: row.files,
  };
}
