import { t } from '@/contracts/language/translate';
import type { OfficeInput } from '@/contracts/administration/office';
import type { Writer } from '../../../db/connection';
import { templateRow } from '../../../repositories/work-orders/template-row';
import { toEpochMinute } from '@/core/time/zone';
import { insert, known, OfficeFileError } from './office-rows';
import { OrderTemplate } from '../../../db/tables/work-orders';
import { Service, EquipmentType, Shift, Space } from '../../../db/tables/spaces';
import { Category, Question } from '../../../db/tables/house';
import { Person } from '../../../db/tables/people';
import type { Table, RowOf } from '../../../db/tables/table';

type ByName = ReadonlyMap<string, number>;

async function namesOf<T extends Table>(
  tx: Writer,
  table: T,
  column: keyof RowOf<T> & string,
): Promise<ByName> {
  const rows = await tx.table(table).all();
  return new Map(rows.map((row) => [String(row[column]), Number(row.id)]));
}

function personOf(people: ByName, email: string | null, what: string): number | null {
  if (email === null) return null;
  const id = people.get(email.toLowerCase());
  if (id === undefined) throw new OfficeFileError(`there is nobody with the address ${email} for ${what}`);
  return id;
}

/** Who of the teams is there when. */
export async function addShifts(tx: Writer, { teams, site }: OfficeInput, teamIds: ByName): Promise<void> {
  const people = await namesOf(tx, Person, 'email');
  for (const { name, shifts } of teams)
    for (const shift of shifts)
      await insert(tx, Shift, {
        team_id: known(teamIds, name, 'team'),
        person_id: personOf(people, shift.person, t`a shift of ${name}`),
        start_min: toEpochMinute(shift.from, site.zone, 'offset-before'),
        end_min: toEpochMinute(shift.to, site.zone, 'offset-before'),
        people: shift.people,
      });
}

/** What the teams do. After everything a template may be about. */
export async function addTemplates(tx: Writer, { teams }: OfficeInput, teamIds: ByName): Promise<void> {
  const names = {
    spaces: await namesOf(tx, Space, 'code'),
    categories: await namesOf(tx, Category, 'name'),
    services: await namesOf(tx, Service, 'name'),
    equipment: await namesOf(tx, EquipmentType, 'name'),
    questions: await namesOf(tx, Question, 'text'),
  };
  const people = await namesOf(tx, Person, 'email');
  const all = (kind: keyof typeof names, wanted: readonly string[]) =>
    wanted.map((name) => known(names[kind], name, kind));
  for (const team of teams)
    for (const template of team.templates) {
      const personId = personOf(people, template.person, `“${template.title}”`);
      const when = {
        layouts: template.layouts,
        spaces: all('spaces', template.spaces),
        categories: all('categories', template.categories),
        services: all('services', template.services),
        answers: template.answers.map(({ question, answer }) => ({
          questionId: known(names.questions, question, 'questions'),
          answer,
        })),
        equipment: all('equipment', template.equipment),
      };
      await insert(
        tx,
        OrderTemplate,
        templateRow({ ...template, teamId: known(teamIds, team.name, 'team'), personId, when }),
      );
    }
}
