import { t, untranslated } from '@/contracts/language/translate';
import { idOf, type EquipmentTypeId, type PersonId, type SpaceId } from '@/core/ids';
import { LAYOUTS } from '@/core/seating/layouts';
import { FEATURES } from '@/core/spaces/features';
import { parseLocalDateTime, type LocalDateTime } from '@/core/time/local-time';
import type { CsvKind } from '@/contracts/administration/csv';
import type { DocOf } from '@/contracts/administration/docs';
import { closureForm } from '@/contracts/administration/form-places';
import { equipmentForm } from '@/contracts/administration/form-things';
import { organisationForm, personForm } from '@/contracts/administration/form-people';
import { spaceForm } from '@/contracts/administration/form-space';
import { SITE_ROLES } from '@/contracts/administration/people';
import { FEATURE_WORDS } from '@/contracts/words/findings';
import { LAYOUT_WORDS } from '@/contracts/words/layouts';
import { ROLE_WORDS } from '@/contracts/words/roles';
import type { Reader } from '../../../../db/connection';
import {
  inEnglish,
  joined,
  known,
  LineFault,
  listOf,
  numberOrNone,
  oneOf,
  yes,
  yesOrNo,
  type Column,
  type Lookup,
  type AnySheet,
  type Sheet,
} from './sheet';
import { Closure, Organisation } from '../../../../db/tables/house';
import { Person } from '../../../../db/tables/people';
import { EquipmentType, Space } from '../../../../db/tables/spaces';
import type { Table } from '../../../../db/tables/table';
import { NAMED_ALIKE } from '../entry-repository.queries';
import { mainSite } from '../../../../repositories/house/main-site';
import { given } from '@/core/lists';

/** The part of a document that one cell says. */
const part = <Doc>(name: keyof Doc, value: unknown) => ({ [name]: value }) as Partial<Doc>;

const text = <Doc, Name extends keyof Doc>(head: string, name: Name): Column<Doc> => ({
  head,
  write: (doc) => String(doc[name] ?? ''),
  read: (cell) => part<Doc>(name, cell),
});
const number = <Doc, Name extends keyof Doc>(head: string, name: Name): Column<Doc> => ({
  head,
  write: (doc) => String(doc[name] ?? ''),
  read: (cell) => part<Doc>(name, numberOrNone(cell, head)),
});
const flag = <Doc, Name extends keyof Doc>(head: string, name: Name): Column<Doc> => ({
  head,
  write: (doc) => yes(doc[name] === true),
  read: (cell) => part<Doc>(name, yesOrNo(cell, head)),
});

async function idWhere(reader: Reader, table: Table, column: string, value: unknown): Promise<number | null> {
  if (typeof value !== 'string' || value === '') return null;
  return (await reader.first(NAMED_ALIKE({ table, column }), { value, id: null }))?.id ?? null;
}

type SpaceDoc = DocOf<'space'>;
const LAYOUT = /^(.+?) (\d+)(?: (\d+)\/(\d+))?$/;

/** `rows of chairs 90 45/30`: seats, and the minutes of setting and clearing, which may be left to the house. */
function layoutOf(part: string): SpaceDoc['layouts'][number] {
  const [, word, seats, setup, strike] = LAYOUT.exec(part) ?? [];
  if (!word)
    throw new LineFault(
      t`A layout is written as “rows of chairs 90 45/30”: seats, minutes of setting and clearing; not “${part}”.`,
    );
  return {
    layout: oneOf(word, LAYOUTS, LAYOUT_WORDS, untranslated('layout')),
    seats: Number(seats),
    setupMin: setup === undefined ? null : Number(setup),
    strikeMin: strike === undefined ? null : Number(strike),
  };
}

// A space is named with its code behind it in lists; here its code alone names it.
const codeOf = (names: Lookup, id: number): string =>
  /\(([^()]+)\)$/.exec(names.nameOf('spaces', id))?.[1] ?? '';

const space: Sheet<'space'> = {
  fresh: spaceForm.fresh,
  find: (doc, reader) => idWhere(reader, Space, 'code', doc.code),
  columns: [
    text<SpaceDoc, 'code'>('code', 'code'),
    text<SpaceDoc, 'name'>('name', 'name'),
    {
      head: 'building',
      write: (doc, names) => names.nameOf('buildings', doc.buildingId),
      read: (cell, names) => ({ buildingId: known(names, 'buildings', cell, untranslated('building')) }),
    },
    number<SpaceDoc, 'areaM2'>(untranslated('area m2'), 'areaM2'),
    number<SpaceDoc, 'lengthM'>(untranslated('length m'), 'lengthM'),
    number<SpaceDoc, 'widthM'>(untranslated('width m'), 'widthM'),
    number<SpaceDoc, 'postedLimit'>(untranslated('posted limit'), 'postedLimit'),
    flag<SpaceDoc, 'stepFree'>('step-free', 'stepFree'),
    flag<SpaceDoc, 'outdoor'>('outdoors', 'outdoor'),
    {
      head: 'features',
      write: (doc) => joined(doc.features.map((each) => inEnglish(FEATURE_WORDS, each))),
      read: (cell) => ({
        features: listOf(cell)
          .map((each) => oneOf(each, FEATURES, FEATURE_WORDS, untranslated('feature')))
          .sort(),
      }),
    },
    {
      head: 'made of',
      write: (doc, names) => joined(doc.madeOf.map((id) => codeOf(names, id))),
      read: (cell, names) => ({
        madeOf: listOf(cell)
          .map((code) => idOf<SpaceId>(known(names, 'spaces', code, untranslated('space with the code'))))
          .sort((a, b) => a - b),
      }),
    },
    {
      head: 'layouts',
      write: (doc) =>
        joined(
          doc.layouts.map(
            ({ layout, seats, setupMin, strikeMin }) =>
              `${inEnglish(LAYOUT_WORDS, layout)} ${seats ?? 0} ${setupMin}/${strikeMin}`,
          ),
        ),
      read: (cell) => ({ layouts: listOf(cell).map(layoutOf) }),
    },
  ],
};

type EquipmentDoc = DocOf<'equipment'>;
/** What there is for good; lines that come or go are kept on the page of the equipment. */
const ownedOf = ({ stock }: EquipmentDoc): number =>
  stock.reduce((sum, { to, delta }) => (to === null ? sum + delta : sum), 0);

const equipment: Sheet<'equipment'> = {
  fresh: equipmentForm.fresh,
  find: (doc, reader) => idWhere(reader, EquipmentType, 'name', doc.name),
  columns: [
    text<EquipmentDoc, 'name'>('name', 'name'),
    {
      head: 'store',
      write: (doc, names) => names.nameOf('stores', doc.storeId),
      read: (cell, names) => ({ storeId: known(names, 'stores', cell, untranslated('store')) }),
    },
    number<EquipmentDoc, 'fetchMin'>(untranslated('fetch minutes'), 'fetchMin'),
    number<EquipmentDoc, 'returnMin'>(untranslated('return minutes'), 'returnMin'),
    {
      head: 'owned',
      write: (doc) => (doc.stock.length ? String(ownedOf(doc)) : ''),
      read: (cell, _, doc) => {
        const owned = numberOrNone(cell, 'owned');
        if (owned === null) return {};
        const delta = owned - (doc ? ownedOf(doc) : 0);
        if (delta === 0) return {};
        const line = { id: null, from: null, to: null, delta, reason: doc ? 'counted again' : 'owned' };
        return { stock: [...(doc?.stock ?? []), line] };
      },
    },
    {
      head: 'instead',
      write: (doc, names) => joined(doc.substitutes.map((id) => names.nameOf('equipment', id))),
      read: (cell, names) => ({
        substitutes: listOf(cell).map((each) =>
          idOf<EquipmentTypeId>(known(names, 'equipment', each, untranslated('equipment'))),
        ),
      }),
    },
  ],
};

type PersonDoc = DocOf<'person'>;
const sorted = <Id extends number>(ids: Id[]): Id[] => ids.sort((a, b) => a - b);

const person: Sheet<'person'> = {
  fresh: personForm.fresh,
  find: (doc, reader) => idWhere(reader, Person, 'email', doc.email),
  columns: [
    text<PersonDoc, 'email'>('e-mail', 'email'),
    text<PersonDoc, 'name'>('name', 'name'),
    {
      head: 'roles',
      write: (doc) => joined(doc.roles.map((role) => inEnglish(ROLE_WORDS, role))),
      read: (cell) => ({
        roles: listOf(cell)
          .map((each) => oneOf(each, SITE_ROLES, ROLE_WORDS, untranslated('role')))
          .sort(),
      }),
    },
    {
      head: 'teams',
      write: (doc, names) => joined(doc.teams.map((id) => names.nameOf('teams', id))),
      read: (cell, names) => ({
        teams: sorted(listOf(cell).map((each) => known(names, 'teams', each, untranslated('team')))),
      }),
    },
    {
      head: 'member of',
      write: (doc, names) => joined(doc.organisations.map((id) => names.nameOf('organisations', id))),
      read: (cell, names) => ({
        organisations: sorted(
          listOf(cell).map((each) => known(names, 'organisations', each, untranslated('organisation'))),
        ),
      }),
    },
  ],
};

type OrganisationDoc = DocOf<'organisation'>;
const organisation: Sheet<'organisation'> = {
  fresh: organisationForm.fresh,
  find: (doc, reader) => idWhere(reader, Organisation, 'name', doc.name),
  columns: [
    text<OrganisationDoc, 'name'>('name', 'name'),
    {
      head: 'members',
      write: (doc, names) => joined(doc.members.map((id) => names.nameOf('people', id))),
      read: (cell, names) => ({
        members: sorted(
          listOf(cell).map((each) => idOf<PersonId>(known(names, 'people', each, untranslated('person')))),
        ),
      }),
    },
  ],
};

type ClosureDoc = DocOf<'closure'>;
function moment(cell: string, what: string): LocalDateTime {
  const at = parseLocalDateTime(cell.replace(' ', 'T').slice(0, 16));
  if (!at) throw new LineFault(t`${what} is written as 2027-12-25 00:00, not “${cell}”.`);
  return at;
}
const OWNERS = ['site', 'building', 'space'] as const;

const closure: Sheet<'closure'> = {
  fresh: closureForm.fresh,
  // One that says the same is there already; any other is a new one.
  find: async ({ kind, owner, siteId, buildingId, spaceId, from, to, reason }, reader) => {
    const owner_id = siteId ?? buildingId ?? spaceId ?? (await mainSite(reader))?.id ?? 0;
    const row = await reader
      .table(Closure)
      .first({ kind, owner_kind: owner, owner_id, start_local: from, end_local: to, reason });
    return row?.id ?? null;
  },
  columns: [
    {
      head: 'kind',
      write: ({ kind }) => kind,
      read: (cell) => ({
        kind: oneOf(
          cell,
          ['shut', 'open'] as const,
          { shut: 'shut', open: 'open' },
          untranslated('kind of closure'),
        ),
      }),
    },
    {
      head: 'where',
      write: ({ owner, siteId, buildingId, spaceId }, names) =>
        ({
          site: () => ['site', siteId ? names.nameOf('sites', siteId) : ''].join(' ').trim(),
          building: () => `building ${names.nameOf('buildings', given('the building', buildingId))}`,
          space: () => `space ${codeOf(names, given('the space', spaceId))}`,
        })[owner](),
      read: (cell, names) => {
        const [word = '', ...rest] = cell.split(' ');
        const owner = oneOf(
          word,
          OWNERS,
          { site: 'site', building: 'building', space: 'space' },
          untranslated('where: write site, building NAME or space CODE'),
        );
        const name = rest.join(' ');
        return {
          owner,
          siteId: owner === 'site' && name ? known(names, 'sites', name, untranslated('further site')) : null,
          buildingId: owner === 'building' ? known(names, 'buildings', name, untranslated('building')) : null,
          spaceId:
            owner === 'space'
              ? idOf<SpaceId>(known(names, 'spaces', name, untranslated('space with the code')))
              : null,
        };
      },
    },
    {
      head: 'from',
      write: ({ from }) => from.replace('T', ' '),
      read: (cell) => ({ from: moment(cell, 'from') }),
    },
    { head: 'to', write: ({ to }) => to.replace('T', ' '), read: (cell) => ({ to: moment(cell, 'to') }) },
    text<ClosureDoc, 'reason'>('reason', 'reason'),
  ],
};

const SHEETS: { readonly [Kind in CsvKind]: Sheet<Kind> } = {
  space,
  equipment,
  person,
  organisation,
  closure,
};

export const sheetOf = (kind: CsvKind): AnySheet => SHEETS[kind] as unknown as AnySheet;
