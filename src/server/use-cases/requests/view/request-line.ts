import type { EpochMinute } from '@/core/time/epoch-minute';
import type { RequestLine } from '@/contracts/requests/request-view';
import { spanText, untilText } from '@/contracts/words/when';
import type { DateRow, RequestRow } from '../../../repositories/requests/request-rows';
import { stateTextOf, whenTextOf } from './request-view';
import { placesOf, type PlaceNames } from '../../../repositories/requests/place-names';

/** A request in one line; `next` is the first of its dates that still matters. */
export const requestLine = (
  request: RequestRow,
  dates: readonly DateRow[],
  next: DateRow,
  now: EpochMinute,
  names: PlaceNames,
  calls: Pick<RequestLine, 'verdicts' | 'changesWanted' | 'atRisk'>,
): RequestLine => ({
  reference: request.ref,
  title: request.title,
  mark: request.mark,
  hue: request.hue,
  category: request.category,
  host: request.host,
  requester: request.requester,
  people: request.people,
  places: placesOf(next, names),
  stateText: stateTextOf(request, dates),
  whenText: whenTextOf(request, dates),
  nextText: spanText(next.startLocal, next.endLocal),
  waitText: untilText(next.claim.event.start, now),
  ...calls,
});
