import type { CsvKind } from '@/contracts/administration/csv';

/** Names of the house the tables are about: a building, a store, and a space with one that is made of it. */
export interface KnownNames {
  readonly building: string;
  readonly store: string;
  readonly part: string;
  readonly whole: string;
}

type BadLine = readonly [kind: CsvKind, head: string, line: string, says: RegExp];

const badLines = ({ building, store, part, whole }: KnownNames): readonly BadLine[] => [
  ['space', 'code,name,building', 'X1,Attic', /has 2 cells and not 3/],
  ['space', 'code,name,building', `X1,Attic,${building},more`, /has 4 cells and not 3/],
  ['space', 'code,name,building', `,Attic,${building}`, /Code is missing/],
  ['space', 'code,name,building', `X 1,Attic,${building}`, /letters, figures and dashes/],
  ['space', 'code,name,building', `X1,,${building}`, /Name is missing/],
  ['space', 'code,name,building', 'X1,Attic,Castle', /no building “Castle”/],
  ['space', 'code,name,building', `X1,<b>Attic</b>,${building}`, /plain text/],
  ['space', 'code,name,building,area m2', `X1,Attic,${building},large`, /area m2 is a number/],
  ['space', 'code,name,building,area m2', `X1,Attic,${building},-3`, /more than 0/],
  ['space', 'code,name,building,posted limit', `X1,Attic,${building},12.5`, /whole number/],
  ['space', 'code,name,building,step-free', `X1,Attic,${building},perhaps`, /“yes” or “no”/],
  ['space', 'code,name,building,features', `X1,Attic,${building},a dragon`, /no feature/],
  ['space', 'code,name,building,made of', `X1,Attic,${building},QQ`, /no space with the code “QQ”/],
  ['space', 'code,name,building,layouts', `X1,Attic,${building},round tables`, /A layout is written as/],
  ['space', 'code,name,building,layouts', `X1,Attic,${building},hammocks 4 5/5`, /no layout/],
  [
    'space',
    'code,name,building,layouts',
    `X1,Attic,${building},standing 4 5/5; standing 5 5/5`,
    /listed above already/,
  ],
  ['space', 'code,name,building,made of', `${part},East Bay,${building},${whole}`, /goes round in a circle/],
  [
    'space',
    'code,name,building',
    `HW,West Bay,${building}\nHW,West Bay again,${building}`,
    /about the same as line/,
  ],
  ['equipment', 'name,store,fetch minutes,return minutes,owned', 'Lamp,Cellar,5,5,10', /no store “Cellar”/],
  [
    'equipment',
    'name,store,fetch minutes,return minutes,owned',
    `Lamp,${store},soon,5,10`,
    /fetch minutes is a number/,
  ],
  ['equipment', 'name,store,fetch minutes,return minutes,owned', `Lamp,${store},5,9999,10`, /at most 1,440/],
  ['equipment', 'name,store,fetch minutes,return minutes,owned', `Lamp,${store},5,5,-2`, /fewer than none/],
  [
    'equipment',
    'name,store,fetch minutes,return minutes,instead',
    `Lamp,${store},5,5,Sun`,
    /no equipment “Sun”/,
  ],
  ['person', 'e-mail,name,roles', 'nobody,No Body,crew', /no e-mail address/],
  ['person', 'e-mail,name,roles', 'x@fernside.example,X,king', /no role/],
  ['person', 'e-mail,name,teams', 'x@fernside.example,X,Pirates', /no team “Pirates”/],
  ['person', 'e-mail,name,member of', 'x@fernside.example,X,Nobodies', /no organisation “Nobodies”/],
  ['organisation', 'name,members', 'Owls,nobody@fernside.example', /no person/],
  ['closure', 'kind,where,from,to,reason', 'shut,site,2027-13-01 00:00,2027-12-02 00:00,x', /is written as/],
  [
    'closure',
    'kind,where,from,to,reason',
    'shut,site,2027-12-03 00:00,2027-12-02 00:00,x',
    /after the start/,
  ],
  [
    'closure',
    'kind,where,from,to,reason',
    'ajar,site,2027-12-01 00:00,2027-12-02 00:00,x',
    /no kind of closure/,
  ],
  [
    'closure',
    'kind,where,from,to,reason',
    'shut,planet,2027-12-01 00:00,2027-12-02 00:00,x',
    /write site, building NAME/,
  ],
  [
    'closure',
    'kind,where,from,to,reason',
    'shut,building Ark,2027-12-01 00:00,2027-12-02 00:00,x',
    /no building “Ark”/,
  ],
];
const good = ({
  building,
  store,
}: KnownNames): Readonly<Record<CsvKind, (columns: number, no: number) => string>> => ({
  space: (columns, no) => ['G' + no, 'Good ' + no, building].concat(Array(columns - 3).fill('')).join(','),
  equipment: (columns, no) => ['Good ' + no, store, '5', '5'].concat(Array(columns - 4).fill('')).join(','),
  person: (columns, no) =>
    [`g${no}@fernside.example`, 'Good ' + no].concat(Array(columns - 2).fill('')).join(','),
  organisation: (_, no) => `Good ${no},`,
  closure: (_, no) => `shut,site,2027-11-0${no} 00:00,2027-11-0${no} 12:00,good ${no}`,
});

export interface BadTable {
  readonly kind: CsvKind;
  readonly line: string;
  /** The line with a good one above and below it: those must not come in either. */
  readonly text: string;
  readonly says: RegExp;
}

/** Thirty ways and more in which a table can be wrong, each by itself. */
export const badTables = (names: KnownNames): readonly BadTable[] =>
  badLines(names).map(([kind, head, line, says]) => {
    const columns = head.split(',').length;
    const goodLine = good(names)[kind];
    return { kind, line, says, text: [head, goodLine(columns, 1), line, goodLine(columns, 2)].join('\n') };
  });
