'use client';
import { DateField } from '@/ui/kit/dates/date-field';
import { TimeField } from '@/ui/kit/dates/time-field';
import { Field } from '@/ui/kit/field';
import { Button } from '@/ui/kit/button';
import { NumberField, Select } from '@/ui/kit/fields';
import { t } from '@/contracts/language/translate';
import { useId, useState, type SyntheticEvent } from 'react';
import type { WeekView } from '@/contracts/work-orders/week-load';
import { useSubmit } from '@/ui/hooks/use-submit';
import { RefusalNote } from '@/ui/kit/refusal-note';
import { Form } from '@/ui/kit/form';
import type { Named } from '@/contracts/work-orders/templates';
import type { PersonId } from '@/core/ids';

type Team = NonNullable<WeekView['team']>;

type Submit = ReturnType<typeof useSubmit>['submit'];

interface WhoFieldProps {
  readonly id: string;
  readonly who: string;
  readonly setWho: (who: string) => void;
  readonly team: Team;
}

const WhoField = ({ id, who, setWho, team }: WhoFieldProps) => (
  <div>
    <label htmlFor={`${id}-who`} className="block font-semibold">{t`On shift`}</label>
    <Select id={`${id}-who`} className="w-44" value={who} onChange={({ target }) => setWho(target.value)}>
      <option value="">{t`so many of the team`}</option>
      {team.people.map((person) => (
        <option key={person.id} value={person.id}>
          {person.name}
        </option>
      ))}
    </Select>
  </div>
);

interface PeopleFieldProps {
  readonly id: string;
  readonly people: string;
  readonly setPeople: (people: string) => void;
}

const PeopleField = ({ id, people, setPeople }: PeopleFieldProps) => (
  <div>
    <label htmlFor={`${id}-people`} className="block font-semibold">{t`How many`}</label>
    <NumberField
      id={`${id}-people`}
      min={1}
      className="w-20"
      value={people}
      onChange={({ target }) => setPeople(target.value)}
    />
  </div>
);

function ShiftForm({ team, days, submit }: { team: Team; days: WeekView['days']; submit: Submit }) {
  const id = useId();
  const [who, setWho] = useState('');
  const [people, setPeople] = useState('2');
  const [date, setDate] = useState(days[0]!.date);
  const [from, setFrom] = useState('08:00');
  const [to, setTo] = useState('16:00');
  const add = (event: SyntheticEvent) => {
    event.preventDefault();
    // A shift that ends at an earlier hour ends on the day after.
    const last =
      to > from ? date : new Date(Date.parse(`${date}T00:00Z`) + 86_400_000).toISOString().slice(0, 10);
    void submit('/api/shifts', {
      teamId: team.id,
      personId: who ? Number(who) : null,
      people: who ? 1 : Number(people),
      from: `${date}T${from}`,
      to: `${last}T${to}`,
    });
  };
  return (
    <Form className="flex flex-wrap items-end gap-2" onSubmit={add}>
      <WhoField id={id} who={who} setWho={setWho} team={team} />
      {!who && <PeopleField id={id} people={people} setPeople={setPeople} />}
      <Field label={t`Which day`}>
        <DateField className="w-44" value={date} onChange={setDate} />
      </Field>
      {(
        [
          [t`From`, from, setFrom],
          [t`To`, to, setTo],
        ] as const
      ).map(([label, value, set]) => (
        <Field key={label} label={label}>
          <TimeField className="w-28" value={value} onChange={set} />
        </Field>
      ))}
      <Button isMain isSubmit>{t`Put on shift`}</Button>
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

function Members({ team, submit }: { team: Team; submit: Submit }) {
  const id = useId();
  const [who, setWho] = useState('');
  return (
    <div>
      <ul className="grid gap-x-6 sm:grid-cols-2">
        {team.people.map((person) => (
          <Member key={person.id} person={person} submit={submit} team={team} />
        ))}
      </ul>
      {team.others.length > 0 && (
        <Form
          className="mt-2 flex flex-wrap items-end gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            if (who) void submit(`/api/teams/${team.id}/members`, { personId: Number(who), isMember: true });
            setWho('');
          }}
        >
          <div>
            <label htmlFor={id} className="block font-semibold">{t`Another of the crews`}</label>
            <Select id={id} className="w-56" value={who} onChange={({ target }) => setWho(target.value)}>
              <option value="">{t`choose a person`}</option>
              {team.others.map((person) => (
                <option key={person.id} value={person.id}>
                  {person.name}
                </option>
              ))}
            </Select>
          </div>
          <Button isSubmit off={who ? null : t`Choose a person first.`}>{t`Into the team`}</Button>
        </Form>
      )}
    </div>
  );
}

/** Who is in a team and when they are on shift. */
export function Roster({ team, days }: { team: Team; days: WeekView['days'] }) {
  const { submit, said, error } = useSubmit();
  return (
    <section className="sheet mt-4 grid gap-4 p-4" aria-labelledby="roster">
      <h2 id="roster" className="text-xl">{t`${team.name}: people and shifts`}</h2>
      <p role="status" className="font-semibold">
        {said && `${said}.`}
      </p>
      <RefusalNote error={error} />
      <ShiftForm key={`${team.id} ${days[0]!.date}`} team={team} days={days} submit={submit} />
      <ShiftList team={team} days={days} submit={submit} />
      <Members team={team} submit={submit} />
    </section>
  );
}
