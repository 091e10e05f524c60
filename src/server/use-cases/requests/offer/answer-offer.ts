import { t } from '@/contracts/language/translate';
import type { PersonId } from '@/core/ids';
import type { EpochMinute } from '@/core/time/epoch-minute';
import type { Role } from '@/core/roles';
import type { OfferAnswerInput, OfferView } from '@/contracts/accounts/outbox';
import { done, refuse, type Outcome } from '@/contracts/base/refusal';
import { momentText, spanText } from '@/contracts/words/when';
import type { Context } from '../../../context/context';
import { hashOf } from '../../../effects/letters/offer-link';
import { changeDates } from '../change/change-dates';
import {
  loadDates,
  loadRequestsById,
  type DateRow,
  type RequestRow,
} from '../../../repositories/requests/request-rows';
import { loadPlaceNames, placesOf } from '../../../repositories/requests/place-names';
import { OFFER_BY_LINK } from './offer.queries';
import { readJson } from '../../../db/tables/column';
import { at } from '@/core/lists';

interface LinkRow {
  readonly hash: string;
  readonly requestId: number;
  readonly personId: PersonId;
  readonly occurrences: string;
  readonly expiresMin: EpochMinute;
  /** What was answered by this link; null before. */
  readonly answer: 'accept' | 'refuse' | null;
}

interface Offer {
  readonly link: LinkRow;
  readonly request: RequestRow;
  /** Of its dates those that still have an offer. */
  readonly open: readonly DateRow[];
  readonly isLapsed: boolean;
}

const proposalOf = ({ live }: DateRow) =>
  live.find(({ kind, isStanding }) => kind === 'proposal' && !isStanding);

async function offerBehind(ctx: Context, token: string): Promise<Offer | null> {
  const [link] = await ctx.db.all(OFFER_BY_LINK, { hash: hashOf(token) });
  if (!link) return null;
  const request = at(await loadRequestsById(ctx.db, [link.requestId]), 0);
  const named = new Set(readJson(link.occurrences));
  const dates = await loadDates(ctx.db, [request.id]);
  const now = ctx.clock.now();
  const open = dates.filter(
    (date) => named.has(date.id) && date.state === 'waiting' && (proposalOf(date)?.holdUntil ?? 0) > now,
  );
  return { link, request, open, isLapsed: link.expiresMin <= now || open.length === 0 };
}

/** What a link of a mail offers; looking at it decides nothing, since mail scanners look too. */
export async function readOffer(ctx: Context, token: string): Promise<OfferView | null> {
  const offer = await offerBehind(ctx, token);
  if (!offer) return null;
  const { link, request, open, isLapsed } = offer;
  const names = await loadPlaceNames(ctx.db);
  return {
    title: request.title,
    reference: request.ref,
    state: link.answer !== null ? 'answered' : isLapsed ? 'lapsed' : 'open',
    answer: link.answer,
    untilText: momentText(link.expiresMin, request.tzid),
    offers: open.flatMap((date) => {
      const claim = proposalOf(date);
      if (!claim) return [];
      const places = placesOf({ claim: claim.content }, names);
      return {
        offered: `${spanText(claim.startLocal, claim.endLocal)}, ${places}`,
        asked: [spanText(date.startLocal, date.endLocal), placesOf(date, names)].filter(Boolean).join(', '),
      };
    }),
  };
}

const STEPS = { accept: 'accept', refuse: 'refuse-proposal' } as const;

/**
 * Accepts or refuses what a mail offered, for whoever it was sent to; once. Having the link is the right to answer:
 * it was sent to them alone, is unguessable and lapses with the offer.
 */
export async function answerOffer(
  ctx: Context,
  token: string,
  { answer }: OfferAnswerInput,
): Promise<Outcome<{ readonly summary: string }>> {
  const offer = await offerBehind(ctx, token);
  if (!offer) return refuse({ code: 'not-found', what: t`offer behind this link` });
  const { link, request, open, isLapsed } = offer;
  if (link.answer !== null && link.answer !== answer) return refuse({ code: 'offer-answered' });
  if (link.answer === null && isLapsed) return refuse({ code: 'offer-over' });
  const roles: Role[] = ['requester'];
  const reply = await changeDates(
    { ...ctx, viewer: { personId: link.personId, roles } },
    {
      // The same answer again, by a double press or a reload, gives the first result again.
      key: `offer ${link.hash} ${answer}`,
      preview: false,
      items: [{ reference: request.ref, version: request.version, occurrences: open.map(({ id }) => id) }],
      step: { action: STEPS[answer] },
    },
  );
  return reply.ok ? done({ summary: reply.value.summary }) : reply;
}
