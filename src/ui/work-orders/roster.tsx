'use client';
import { useWatch } from 'react-hook-form';
import { RegisteredDate, RegisteredTime } from '@/ui/kit/dates/registered';
import { addShiftSchema, teamMemberSchema, type WeekView } from '@/contracts/work-orders/week-load';
import { addDays, localDate } from '@/core/time/local-time';
import { useContractForm } from '@/ui/hooks/use-contract-form';
import { Field } from '@/ui/kit/field';
import { Button } from '@/ui/kit/button';
import { NumberField, Select } from '@/ui/kit/fields';
import { t } from '@/contracts/language/translate';
import { useSubmit } from '@/ui/hooks/use-submit';
import { RefusalNote } from '@/ui/kit/refusal-note';
import { Form } from '@/ui/kit/form';
import type { Named } from '@/contracts/work-orders/templates';
import type { PersonId } from '@/core/ids';

type Team = NonNullable<WeekView['team']>;

type Submit = ReturnType<typeof useSubmit>['submit'];

const NOBODY = '';

/** A shift that ends at an earlier hour ends on the day after. */
const lastDay = (date: string, from: string, to: string): string =>
  to > from ? date : addDays(localDate(date), 1);

interface RosterFormProps {
  readonly team: Team;
  readonly submit: Submit;
  readonly faultOf: ReturnType<typeof useSubmit>['faultOf'];
}

/** A shift as it is typed, for one day. */
function useShift({ team, submit, faultOf }: RosterFormProps, firstDay: string) {
  return useContractForm({
    schema: addShiftSchema,
    defaultValues: { who: NOBODY, people: 2, date: firstDay, start: '08:00', end: '16:00' },
    bodyOf: ({ who, people, date, start, end }) => ({
      teamId: team.id,
      personId: who ? Number(who) : null,
      people: who ? 1 : people,
      from: `${date}T${start}`,
      to: `${date && lastDay(date, start, end)}T${end}`,
    }),
    refused: faultOf,
    submit: (body) => submit('/api/shifts', body),
  });
}

function ShiftForm({ days, ...props }: RosterFormProps & { days: WeekView['days'] }) {
  const { register, control, onSubmit, faultOf, isSending } = useShift(props, days[0]!.date);
  const who = useWatch({ control, name: 'who' });
  return (
    <Form className="flex flex-wrap items-end gap-2" onSubmit={onSubmit} noValidate>
      <Field label={t`On shift`}>
        <Select className="w-44" {...register('who')}>
          <option value={NOBODY}>{t`so many of the team`}</option>
          {props.team.people.map((person) => (
            <option key={person.id} value={person.id}>
              {person.name}
            </option>
          ))}
        </Select>
      </Field>
      {who === NOBODY && (
        <Field label={t`How many`} fault={faultOf('people')}>
          <NumberField min={1} className="w-20" {...register('people', { valueAsNumber: true })} />
        </Field>
      )}
      <Field label={t`Which day`}>
        <RegisteredDate className="w-44" control={control} name="date" />
      </Field>
      <Field label={t`From`}>
        <RegisteredTime className="w-28" control={control} name="start" />
      </Field>
      <Field label={t`To`}>
        <RegisteredTime className="w-28" control={control} name="end" />
      </Field>
      <Button isMain isSubmit isBusy={isSending}>{t`Put on shift`}</Button>
    </Form>
  );
}

function ShiftList({ team, days, submit }: { team: Team; days: WeekView['days']; submit: Submit }) {
  if (!team.shifts.length) return <p className="text-soft">{t`Nobody is on shift in this week.`}</p>;
  const dayText = (date: string) => days.find((day) => day.date === date)?.text ?? date;
  return (
    <ul className="grid gap-x-6 sm:grid-cols-2">
      {team.shifts.map(({ id, date, person, text }) => (
        <li key={id} className="flex items-center gap-2 border-b border-rule py-1">
          <span className="grow">
            {dayText(date)}, {text} {person && <strong>{person}</strong>}
          </span>
          <Button
            size="small"
            aria-label={t`Take off shift: ${dayText(date)}, ${text} ${person ?? ''}`}
            onClick={() => void submit(`/api/shifts/${id}/remove`, {})}
          >{t`Take off`}</Button>
        </li>
      ))}
    </ul>
  );
}

interface MemberProps {
  readonly person: Named<PersonId>;
  readonly submit: Submit;
  readonly team: Team;
}

const Member = ({ person, submit, team }: MemberProps) => (
  <li className="flex items-center gap-2 border-b border-rule py-1">
    <span className="grow">{person.name}</span>
    <Button
      size="small"
      aria-label={t`Out of the team: ${person.name}`}
      onClick={() => void submit(`/api/teams/${team.id}/members`, { personId: person.id, isMember: false })}
    >{t`Out of the team`}</Button>
  </li>
);

function NewMember({ team, submit, faultOf: refused }: RosterFormProps) {
  const { register, control, onSubmit, faultOf, isSending } = useContractForm({
    schema: teamMemberSchema,
    defaultValues: { personId: NOBODY },
    bodyOf: ({ personId }) => ({ personId: Number(personId), isMember: true }),
    refused,
    submit: (body) => submit(`/api/teams/${team.id}/members`, body),
  });
  const who = useWatch({ control, name: 'personId' });
  return (
    <Form className="mt-2 flex flex-wrap items-end gap-2" onSubmit={onSubmit} noValidate>
      <Field label={t`Another of the crews`} fault={faultOf('personId')}>
        <Select className="w-56" {...register('personId')}>
          <option value={NOBODY}>{t`choose a person`}</option>
          {team.others.map((person) => (
            <option key={person.id} value={person.id}>
              {person.name}
            </option>
          ))}
        </Select>
      </Field>
      <Button
        isSubmit
        isBusy={isSending}
        off={who ? null : t`Choose a person first.`}
      >{t`Into the team`}</Button>
    </Form>
  );
}

const Members = (props: RosterFormProps) => (
  <div>
    <ul className="grid gap-x-6 sm:grid-cols-2">
      {props.team.people.map((person) => (
        <Member key={person.id} person={person} submit={props.submit} team={props.team} />
      ))}
    </ul>
    {props.team.others.length > 0 && <NewMember {...props} />}
  </div>
);

/** Who is in a team and when they are on shift. */
export function Roster({ team, days }: { team: Team; days: WeekView['days'] }) {
  const { submit, said, error, faultOf } = useSubmit();
  const form = { team, submit, faultOf };
  return (
    <section className="sheet mt-4 grid gap-4 p-4" aria-labelledby="roster">
      <h2 id="roster" className="text-xl">{t`${team.name}: people and shifts`}</h2>
      <p role="status" className="font-semibold">
        {said && `${said}.`}
      </p>
      <RefusalNote error={error} />
      <ShiftForm key={`${team.id} ${days[0]!.date}`} days={days} {...form} />
      <ShiftList team={team} days={days} submit={submit} />
      <Members {...form} />
    </section>
  );
}
