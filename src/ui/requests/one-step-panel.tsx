'use client';
import { ReasonField } from '@/ui/requests/reason-field';
import { DateTimeField } from '@/ui/kit/dates/date-time-field';
import { Field } from '@/ui/kit/field';
import { Button } from '@/ui/kit/button';
import { Select } from '@/ui/kit/fields';
import { t } from '@/contracts/language/translate';
import { useState } from 'react';
import { useDraft } from '@/ui/hooks/use-draft';
import type { RequestView } from '@/contracts/requests/request-view';
import type { useAlternatives } from '@/ui/alternatives/use-alternatives';
import {
  approvable,
  elsewhereOf,
  isSame,
  oneStep,
  sayOneStep,
  type Choices,
  type Elsewhere,
  type OneStep,
} from './one-step';
import type { ChangeHandle } from './use-change';
import { itemsOf, sayNumbers, usePreview } from './use-preview';
import { Form } from '@/ui/kit/form';
import { LookingAhead } from './looking-ahead';

const LEAVE = 'leave';

/** What each date that clashes gets instead; every one can be given another way, or be left waiting. */
function ElsewhereList({
  elsewhere,
  onChoose,
}: {
  elsewhere: readonly Elsewhere[];
  onChoose(id: number, way: Elsewhere['chosen']): void;
}) {
  return (
    <ul className="max-h-72 overflow-y-auto border-y border-rule" aria-label={t`Elsewhere`} tabIndex={0}>
      {elsewhere.map(({ date, ways, chosen }) => (
        <li
          key={date.id}
          className="grid items-baseline gap-x-3 border-b border-rule py-1 sm:grid-cols-[14rem_1fr]"
        >
          <span className="font-semibold">{date.when}</span>
          <Select
            aria-label={t`What ${date.when} gets`}
            value={chosen ? ways.findIndex(({ patch }) => isSame(patch, chosen.patch)) : LEAVE}
            onChange={({ target }) =>
              onChoose(date.id, target.value === LEAVE ? null : ways[Number(target.value)]!)
            }
          >
            {ways.map(({ sentence }, index) => (
              <option key={sentence} value={index}>
                {sentence}
              </option>
            ))}
            <option value={LEAVE}>{t`Nothing yet: it stays waiting.`}</option>
          </Select>
        </li>
      ))}
    </ul>
  );
}

/** In numbers what the step would do, by the server itself. */
function Consequence({ request, wanted }: { request: RequestView; wanted: OneStep }) {
  const preview = usePreview(wanted.step, itemsOf(request, wanted.occurrences));
  if (preview === null) return <LookingAhead />;
  if (typeof preview === 'string') return <p className="min-h-6 text-conflict">{preview}</p>;
  return (
    <>
      <p className="min-h-6 font-semibold">{sayNumbers(preview)}.</p>
      {[...preview.sentences, ...preview.warnings].map((sentence) => (
        <p key={sentence} className="text-note text-soft">
          {sentence}
        </p>
      ))}
    </>
  );
}

interface OneStepOfferProps {
  readonly change: ChangeHandle;
  onOpen(isOpen: boolean): void;
  readonly words: string;
  readonly ways: ReturnType<typeof useAlternatives>;
}

const OneStepOffer = ({ change, onOpen, words, ways }: OneStepOfferProps) => (
  <p className="mb-2 flex flex-wrap items-center gap-3 border-l-4 border-clear bg-sunk px-3 py-2">
    <Button isMain isBusy={change.isSending} onClick={() => onOpen(true)}>
      {words} …
    </Button>
    <span className="text-soft">
      {ways.found.isOver
        ? t`Each date with a conflict, at its best alternative.`
        : t`Alternatives are still being looked for.`}
    </span>
  </p>
);

interface OneStepFormProps {
  readonly wanted: OneStep | null;
  readonly change: ChangeHandle;
  onOpen(isOpen: boolean): void;
  readonly isOffer: boolean;
  readonly until: string;
  readonly setUntil: (until: string) => void;
  readonly reason: string;
  readonly setReason: (value: string) => void;
  readonly words: string;
}

const OneStepForm = ({
  wanted,
  change,
  onOpen,
  isOffer,
  until,
  setUntil,
  reason,
  setReason,
  words,
}: OneStepFormProps) => (
  <Form
    className="flex flex-wrap items-end gap-2"
    onSubmit={async (event) => {
      event.preventDefault();
      if (wanted && (await change.run(wanted.step, wanted.occurrences))) onOpen(false);
    }}
  >
    {isOffer && (
      <Field label={t`Offers are held until`} look="note">
        <DateTimeField isRequired value={until} onChange={setUntil} />
      </Field>
    )}
    <ReasonField
      className="min-w-56 flex-1"
      label={t`Why`}
      hint={t`(needed where a rule is not kept)`}
      value={reason}
      onChange={setReason}
    />
    <Button
      isMain
      isSubmit
      isBusy={change.isSending}
      off={wanted ? null : t`Nothing is clear, and no alternative is chosen for any date.`}
    >
      {words}
    </Button>
    <Button onClick={() => onOpen(false)}>{t`Not now`}</Button>
  </Form>
);

const WhoIsAsked = ({ request, moved }: { readonly request: RequestView; readonly moved: number }) => (
  <p className="text-note text-soft">
    {request.otherSpaceOk
      ? t`The requester said that another space will do: no answer is needed.`
      : moved > 0
        ? t`${request.requester.name} is asked whether that will do; the spaces are held meanwhile.`
        : ''}
  </p>
);

interface OneStepPanelProps {
  readonly request: RequestView;
  readonly change: ChangeHandle;
  readonly ways: ReturnType<typeof useAlternatives>;
  readonly choices: Choices;
  onChoose(choices: Choices): void;
  readonly isOpen: boolean;
  onOpen(isOpen: boolean): void;
  readonly offerUntil: string;
}

/** What is clear approved, and what clashes at its best alternative, in one step that is seen before it is taken. */
export function OneStepPanel({
  request,
  change,
  ways,
  choices,
  onChoose,
  isOpen,
  onOpen,
  offerUntil,
}: OneStepPanelProps) {
  const [until, setUntil] = useState(offerUntil);
  const [reason, setReason] = useDraft(`reason ${request.reference}`, '');
  const asked = approvable(request.dates);
  const elsewhere = elsewhereOf(request.dates, ways.found, choices);
  if (!elsewhere.length) return null;
  const moved = elsewhere.filter(({ chosen }) => chosen !== null).length;
  const words = sayOneStep(asked.length, moved, request.otherSpaceOk);
  const wanted = oneStep(asked, elsewhere, until, reason);
  const isOffer = moved > 0 && !request.otherSpaceOk;
  if (!isOpen) return <OneStepOffer change={change} onOpen={onOpen} words={words} ways={ways} />;
  return (
    <section
      aria-label={t`In one step`}
      className="sheet mb-3 grid gap-2 border-l-4 border-l-clear px-3 py-2"
      onKeyDown={({ key }) => key === 'Escape' && onOpen(false)}
    >
      <h2 className="text-lg">{t`In one step`}</h2>
      <ElsewhereList
        elsewhere={elsewhere}
        onChoose={(id, way) => onChoose(new Map([...choices, [id, way]]))}
      />
      {wanted && <Consequence request={request} wanted={wanted} />}
      <OneStepForm
        wanted={wanted}
        change={change}
        onOpen={onOpen}
        isOffer={isOffer}
        until={until}
        setUntil={setUntil}
        reason={reason}
        setReason={setReason}
        words={words}
      />
      <WhoIsAsked request={request} moved={moved} />
    </section>
  );
}
