'use client';
import { DateField } from '@/ui/kit/dates/date-field';
import { TimeField } from '@/ui/kit/dates/time-field';
import { Field } from '@/ui/kit/field';
import { Button, ButtonLink } from '@/ui/kit/button';
import { t } from '@/contracts/language/translate';
import Link from '@/ui/kit/link';
import { useMemo, useState } from 'react';
import { isUsuallyPublished } from '@/core/publishing/usual-publication';
import type { AskBody, AskReply } from '@/contracts/requests/ask';
import type { ShortChoices } from '@/contracts/requests/ask-choices';
import type { BoardViewer } from '@/contracts/calendar/board';
import { dayLong } from '@/contracts/words/when';
import type { EquipmentTypeId } from '@/core/ids';
import { policyOn } from '@/core/spaces/policy';
import {
  addWallMinutes,
  dateOf,
  parseLocalDateTime,
  timeOf,
  wallMinute,
  type LocalDateTime,
} from '@/core/time/local-time';
import { toEpochMinute } from '@/core/time/zone';
import { askHref } from '@/ui/ask/ask-address';
import { sendOnce } from '@/ui/hooks/send-once';
import { useSend } from '@/ui/hooks/use-send';
import { RefusalNote } from '@/ui/kit/refusal-note';
import { VerdictStamp } from '@/ui/kit/verdict-stamp';
import { boardHref, type BoardAddress, type Pick } from './board-address';
import { checkOnBoard, type BoardVerdict, type OnBoard } from './board-check';
import { asSpaceId, usualLayout, type BoardOffice } from './board-office';
import { DetailsPanel } from '@/ui/kit/details-panel';
import { DayNote } from '@/ui/frame/day-notes';
import { Form } from '@/ui/kit/form';
import { ShortFields, type ShortForm } from '@/ui/board/short-fields';

/** What a short request needs beside the pick. */

interface PickDetailsProps {
  readonly pick: Pick;
  readonly address: BoardAddress;
  readonly board: OnBoard;
  readonly viewer: BoardViewer;
  readonly choices: ShortChoices;
  /** What stands on the picked day is there to be checked against. */
  readonly isLoaded: boolean;
  onPick(pick: Pick): void;
  onSent(): void;
  onClose(): void;
}

const spacesOf = ({ spaceIds }: Pick, house: BoardOffice) => spaceIds.flatMap((id) => house.space(id) ?? []);

/** The picked spaces set as they usually are, or the pool with so many pieces. */
function contentOf(pick: Pick, people: number, quantity: number, { house }: OnBoard, choices: ShortChoices) {
  const start = toEpochMinute(pick.start, house.tzid, 'offset-before');
  const end = toEpochMinute(addWallMinutes(pick.start, pick.minutes), house.tzid, 'offset-before');
  const isLoan = pick.poolId !== null;
  return {
    event: { start, end },
    accessMin: isLoan ? 0 : choices.accessMin,
    exitMin: isLoan ? 0 : choices.exitMin,
    spaces: spacesOf(pick, house).map((space) => {
      const asked = pick.layouts?.[pick.spaceIds.indexOf(space.id)];
      const { layout, setupMin, strikeMin } = usualLayout(space, asked);
      return { spaceId: asSpaceId(space.id), layout, setupMin, strikeMin, people };
    }),
    equipment: isLoan ? [{ typeId: pick.poolId as EquipmentTypeId, quantity, spaceIndex: -1 }] : [],
  };
}

function HoursFields({ pick, onPick }: { pick: Pick; onPick(pick: Pick): void }) {
  const end = addWallMinutes(pick.start, pick.minutes);
  const change = (from: LocalDateTime | null, to: LocalDateTime | null) => {
    if (!from || !to) return;
    const minutes = wallMinute(to) - wallMinute(from);
    // An end before the start is one on the next day.
    onPick({ ...pick, start: from, minutes: minutes > 0 ? minutes : minutes + 1440 });
  };
  const day = dateOf(pick.start);
  return (
    <div className="mt-2 grid grid-cols-2 gap-3">
      <Field label={t`Day`} look="plain" className="col-span-2">
        <DateField
          isRequired
          value={day}
          onChange={(date) => {
            const start = parseLocalDateTime(`${date}T${timeOf(pick.start)}`);
            if (start) onPick({ ...pick, start });
          }}
        />
      </Field>
      <Field label={t`From`} look="plain">
        <TimeField
          isRequired
          value={timeOf(pick.start)}
          onChange={(time) => change(parseLocalDateTime(`${day}T${time}`), end)}
        />
      </Field>
      <Field label={t`To`} look="plain">
        <TimeField
          isRequired
          value={timeOf(end)}
          onChange={(time) => change(pick.start, parseLocalDateTime(`${dateOf(end)}T${time}`))}
        />
      </Field>
    </div>
  );
}

const MOST_SENTENCES = 4;

/** The verdict with its sentences, as soon as it is known. */
export function VerdictLines({ verdict, sentences }: BoardVerdict) {
  return (
    <div aria-live="polite" className="mt-3 border-t border-rule pt-2">
      <p className="font-semibold">
        <VerdictStamp verdict={verdict} /> {verdict === 'clear' ? t`Nothing is in the way.` : ''}
      </p>
      {sentences.slice(0, MOST_SENTENCES).map((sentence) => (
        <p key={sentence} className="mt-1 text-note">
          {sentence}
        </p>
      ))}
      {sentences.length > MOST_SENTENCES && (
        <p className="mt-1 text-note text-soft">{t`and ${sentences.length - MOST_SENTENCES} more`}</p>
      )}
    </div>
  );
}

/** Whether it is to be published: as said, else as usual for what is asked for. */
const isPublished = (form: ShortForm, { poolId }: Pick, { categories }: ShortChoices): boolean =>
  form.publish ??
  isUsuallyPublished(
    poolId !== null,
    categories.find(({ id }) => id === Number(form.categoryId)),
  );

const SMALL_GROUP = '2';

/** Every picked space is granted instantly on that day: then a title is enough. */
const isInstant = (pick: Pick, house: BoardOffice): boolean =>
  pick.poolId === null &&
  spacesOf(pick, house).every(
    ({ facts }) => policyOn(facts.policies ?? [], dateOf(pick.start))?.granted === 'instantly',
  );

function useShortRequest({ pick, board, choices, onSent }: PickDetailsProps) {
  const [form, setForm] = useState<ShortForm>(() => ({
    title: '',
    people: pick.people
      ? String(pick.people)
      : isInstant(pick, board.house) || pick.poolId !== null
        ? SMALL_GROUP
        : '',
    quantity: '1',
    categoryId: String(choices.categories[0]?.id ?? ''),
    hostId: String(choices.hosts[0]?.id ?? ''),
    publish: null,
  }));
  const { error, isSending, run } = useSend({ again: () => submit() });
  const [sent, setSent] = useState<AskReply | null>(null);
  const content = contentOf(pick, Number(form.people) || 1, Number(form.quantity) || 1, board, choices);

  const submit = () => {
    const body: Omit<AskBody, 'key'> = {
      title: form.title,
      publicText: '',
      notes: '',
      categoryId: Number(form.categoryId),
      hostId: Number(form.hostId),
      publish: isPublished(form, pick, choices),
      people: Number(form.people),
      accessMin: content.accessMin,
      exitMin: content.exitMin,
      spaces: content.spaces.map(({ people: _, ...space }) => space),
      equipment: content.equipment.map(({ typeId, quantity }) => ({ typeId, quantity })),
      when: { startsAt: pick.start, durationMin: pick.minutes, repeat: null },
    };
    return run<AskReply>(
      () => sendOnce('/api/requests', body),
      (reply) => {
        if (!reply.ok) return;
        setSent(reply.value);
        onSent();
      },
    );
  };
  return { form, setForm, error, sent, isSending, content, submit };
}

const SentDetails = ({ sent, onClose }: { readonly sent: AskReply; readonly onClose: () => void }) => (
  <DetailsPanel title={sent.isGranted ? t`It is yours` : t`Sent to the office`} onClose={onClose}>
    <p role="status">
      {t`${sent.isGranted ? t`Booked at once` : t`Your request has come in`} under the reference `}
      <b>{sent.reference}</b>.
    </p>
    <ButtonLink className="mt-3" href={`/requests/${sent.reference}`}>{t`Open ${sent.reference}`}</ButtonLink>
  </DetailsPanel>
);

interface PickFormProps {
  readonly details: PickDetailsProps;
  readonly request: ReturnType<typeof useShortRequest>;
  readonly isLoan: boolean;
  readonly verdict: BoardVerdict;
}

function PickForm({ details, request, isLoan, verdict }: PickFormProps) {
  const { pick, onPick, choices, isLoaded, viewer, board, address } = details;
  const { form, error } = request;
  return (
    <Form
      onSubmit={(event) => {
        event.preventDefault();
        void request.submit();
      }}
    >
      <HoursFields pick={pick} onPick={onPick} />
      <p className="mt-1 text-small text-soft">
        {isLoan
          ? t`When it is wanted; fetching and returning are added.`
          : t`The advertised hours. Your own ${choices.accessMin} minutes before and ${choices.exitMin} after, and the crew’s time, are added.`}
      </p>
      {isLoaded ? (
        <VerdictLines {...verdict} />
      ) : (
        <p className="mt-3 border-t border-rule pt-2 text-soft">{t`Checking that day …`}</p>
      )}
      {viewer.isSignedIn && (
        <ShortFields
          form={form}
          setForm={request.setForm}
          error={error}
          choices={choices}
          isLoan={isLoan}
          isPublic={isPublished(form, pick, choices)}
        />
      )}
      {error && <RefusalNote error={error} />}
      {viewer.isSignedIn ? (
        <Button isMain isSubmit className="mt-3 w-full" isBusy={request.isSending}>
          {isInstant(pick, board.house) && verdict.verdict === 'clear' ? t`Take it` : t`Send the request`}
        </Button>
      ) : (
        <ButtonLink
          isMain
          className="mt-3 w-full"
          href={`/sign-in?next=${encodeURIComponent(boardHref(address))}`}
        >{t`Sign in to ask for it`}</ButtonLink>
      )}
    </Form>
  );
}

/** A picked gap: the hours, a title, and what stands in the way. The rest can follow in the whole form. */
export function PickDetails(props: PickDetailsProps) {
  const { pick, board, viewer, onClose } = props;
  const { house } = board;
  const request = useShortRequest(props);
  const { content, sent } = request;
  const pool = pick.poolId === null ? null : house.pool(pick.poolId);
  const places = spacesOf(pick, house);
  const contentText = JSON.stringify(content);
  const verdict = useMemo(
    () =>
      checkOnBoard(
        board,
        { key: pick.start, claim: JSON.parse(contentText) as typeof content },
        { side: viewer.isManager ? 'office' : 'requester', requester: viewer.requester },
      ),
    [board, pick.start, contentText, viewer],
  );
  if (!places.length && !pool) return null;
  const title = pool ? t`${pool.name}: a loan` : t`A free time`;
  if (sent) return <SentDetails sent={sent} onClose={onClose} />;
  return (
    <DetailsPanel title={title} onClose={onClose}>
      {places.map((place) => (
        <p key={place.id} className="font-semibold">
          {place.name}, <span className="font-normal">{place.building}</span>
        </p>
      ))}
      <p>
        {dayLong(dateOf(pick.start))} <DayNote date={dateOf(pick.start)} />
      </p>
      <PickForm details={props} request={request} isLoan={Boolean(pool)} verdict={verdict} />
      {places[0] && (
        <p className="mt-2">
          <Link
            href={askHref({ spaceId: places[0].id, start: pick.start, minutes: pick.minutes })}
          >{t`More dates, equipment, notes: the whole form`}</Link>
        </p>
      )}
    </DetailsPanel>
  );
}
