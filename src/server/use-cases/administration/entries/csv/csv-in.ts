import { t } from '@/contracts/language/translate';
import { CsvError, parse } from 'csv-parse/sync';
import {
  MOST_CSV_LINES,
  type CsvDone,
  type CsvInput,
  type CsvKind,
  type CsvLineDone,
} from '@/contracts/administration/csv';
import { DOC_SCHEMAS, type AnyDoc } from '@/contracts/administration/docs';
import { done, refuse, type FieldFault, type Outcome } from '@/contracts/base/refusal';
import { sayDocChanges } from '@/contracts/administration/words';
import { countText } from '@/contracts/words/when';
import type { ChangeSet } from '../../../../repositories/changes/change-set';
import { runChangeSet } from '../../../../effects/run-change-set';
import type { SignedInContext } from '../../../../context/context';
import { followEntry } from '../impact';
import { entryNames } from '../entry-choices';
import { entryWork } from '../entry-work';
import { countVersionUp, NOTHING_TOUCHED, type Touched } from '../entry-repository';
import { repositoryOf } from '../repositories/index';
import { writeEntryHistory } from '../../../../repositories/house/entry-history';
import { loadLookup } from './lookup';
import { LineFault, type Column } from './sheet';
import { sheetOf } from './sheet-of';
import { KEEP_LINE, DROP_LINE, BEGIN_LINE } from './csv.queries';
import { pairs } from '@/core/lists';

interface Line {
  /** As an editor counts it, of the first letter of the record. */
  readonly no: number;
  readonly cells: readonly string[];
}

const at = (line: number, message: string): FieldFault => ({ path: `line ${line}`, message });

/** What parts the cells, as the headings show: spreadsheets write semicolons in some countries, and copy tabs. */
const delimiterOf = (text: string): string => {
  const head = text.trimStart().replace(/[\r\n].*$/s, '');
  return ['\t', ';'].find((each) => head.includes(each) && !head.includes(',')) ?? ',';
};

/** Records with where they stand in the file; or what makes it no table at all. */
function linesOf(text: string): Outcome<Line[]> {
  const delimiter = delimiterOf(text);
  try {
    const lines: Line[] = [];
    let before = 0;
    parse(text, {
      bom: true,
      delimiter,
      // A tab is a space to it as well.
      trim: delimiter !== '\t',
      relax_column_count: true,
      skip_empty_lines: true,
      on_record: (record: string[], { lines: line }) => {
        lines.push({ no: before + 1, cells: record.map((cell) => unescaped(cell.trim())) });
        before = line;
        return null;
      },
    });
    return done(lines);
  } catch (error) {
    if (!(error instanceof CsvError)) throw error;
    const no = Number(error.lines ?? 1);
    return refuse({
      code: 'bad-input',
      fields: [
        at(
          no,
          t`Line ${no} cannot be read: a quotation mark is opened and not closed, or stands in the middle of a cell.`,
        ),
      ],
    });
  }
}

// What was made harmless for a spreadsheet when it went out.
const unescaped = (cell: string): string => (/^'[=+\-@\t\r]/.test(cell) ? cell.slice(1) : cell);

type AnyColumn = Column<AnyDoc>;

/** The columns of the file in its order; a heading nobody knows is a fault, one that is missing leaves things as they are. */
function headOf(kind: CsvKind, head: Line): Outcome<AnyColumn[]> {
  const all = sheetOf(kind).columns;
  const names = all.map((column) => column.head).join(', ');
  const columns: AnyColumn[] = [];
  for (const cell of head.cells) {
    const found = all.find((column) => column.head === cell.toLowerCase());
    if (!found || columns.includes(found)) {
      const fault = found
        ? t`The heading “${cell}” stands there twice.`
        : t`“${cell}” is no heading of this table. There are: ${names}.`;
      return refuse({ code: 'bad-input', fields: [at(head.no, t`Line ${head.no}: ${fault}`)] });
    }
    columns.push(found);
  }
  return done(columns);
}

interface Read {
  readonly id: number | null;
  readonly before: AnyDoc | null;
  readonly doc: Readonly<Record<string, unknown>>;
}

/** What a line says: read first for what it is about, then once more beside what that is now. */
async function readLine(
  change: ChangeSet,
  kind: CsvKind,
  columns: readonly AnyColumn[],
  { cells }: Line,
): Promise<Read> {
  if (cells.length !== columns.length)
    throw new LineFault(t`It has ${countText(cells.length, 'cell', 'cells')} and not ${columns.length}.`);
  const names = await loadLookup(change.tx);
  const sheet = sheetOf(kind);
  const said = (known: AnyDoc | null) =>
    Object.assign(
      {},
      ...pairs(columns, cells).map(([column, cell]) => column.read(cell, names, known)),
    ) as Partial<AnyDoc>;
  const id = await sheet.find(said(null), change.tx);
  const before = id === null ? null : await repositoryOf(kind).load(change.tx, id);
  return { id, before, doc: { ...(before ?? sheet.fresh), ...said(before) } };
}

/** One line into the house; what is wrong with it in sentences. */
async function takeLine(
  change: ChangeSet,
  kind: CsvKind,
  columns: readonly AnyColumn[],
  line: Line,
  seen: Map<number, number>,
): Promise<{ readonly read: Read; readonly id: number; readonly doc: AnyDoc }> {
  const repository = repositoryOf(kind);
  const read = await readLine(change, kind, columns, line);
  const earlier = read.id === null ? undefined : seen.get(read.id);
  if (earlier !== undefined) throw new LineFault(t`It is about the same as line ${earlier}.`);
  const parsed = DOC_SCHEMAS[kind].safeParse(read.doc);
  if (!parsed.success) throw new LineFault(parsed.error.issues.map(({ message }) => message).join(' '));
  const doc: AnyDoc = parsed.data;
  const faults = await repository.faults(change.tx, read.id, doc);
  if (faults.length) throw new LineFault(faults.map(({ message }) => message).join(' '));
  if (read.id !== null && read.before && JSON.stringify(read.before) === JSON.stringify(doc))
    return { read, id: read.id, doc };
  const stored = await repository.store(change, read.id, doc, read.before);
  if (!stored.ok)
    throw new LineFault(
      stored.refusal.code === 'bad-input'
        ? stored.refusal.fields.map(({ message }) => message).join(' ')
        : t`It cannot be saved.`,
    );
  await countVersionUp(change.tx, repository.table, stored.value);
  return { read, id: stored.value, doc };
}

const merged = (a: Touched, b: Partial<Touched>): Touched => ({
  spaces: [...new Set([...a.spaces, ...(b.spaces ?? [])])],
  types: [...new Set([...a.types, ...(b.types ?? [])])],
  rules: [...new Set([...a.rules, ...(b.rules ?? [])])],
  isQuoted: a.isQuoted || Boolean(b.isQuoted),
  isFiltered: a.isFiltered || Boolean(b.isFiltered),
});

/**
 * Takes a table in: each line makes a thing or changes the one it names, all of them or none. Every line that is wrong
 * is named. A preview says what each line does and leaves nothing behind.
 */
export const csvIn = (ctx: SignedInContext, kind: CsvKind, input: CsvInput): Promise<Outcome<CsvDone>> =>
  entryWork(ctx, 'csv-in', [kind, input], () => takeIn(ctx, kind, input));

/** The lines of a table below its head, or what is wrong with the table as a whole. */
function tableOf(kind: CsvKind, text: string) {
  const lines = linesOf(text);
  if (!lines.ok) return lines;
  const [head, ...rows] = lines.value;
  const wrong = (message: string) => refuse({ code: 'bad-input', fields: [at(1, message)] });
  if (!head || !rows.length) return wrong(t`The table has a line of headings and one line at least.`);
  if (rows.length > MOST_CSV_LINES) return wrong(t`At most ${MOST_CSV_LINES} lines come in at once.`);
  const columns = headOf(kind, head);
  return columns.ok ? done({ columns: columns.value, rows }) : columns;
}

type Table = Extract<ReturnType<typeof tableOf>, { readonly ok: true }>['value'];

/** Takes lines in one after the other, and keeps what each did or what is wrong with it. */
class TakingIn {
  readonly faults: FieldFault[] = [];
  readonly told: CsvLineDone[] = [];
  touched = NOTHING_TOUCHED;
  private readonly seen = new Map<number, number>();

  constructor(
    private readonly change: ChangeSet,
    private readonly kind: CsvKind,
    private readonly columns: Table['columns'],
  ) {}

  async take(line: Table['rows'][number]): Promise<void> {
    const { tx } = this.change;
    try {
      await tx.execute(BEGIN_LINE);
      const taken = await takeLine(this.change, this.kind, this.columns, line, this.seen);
      await tx.execute(KEEP_LINE);
      this.seen.set(taken.id, line.no);
      await this.tell(line.no, taken);
    } catch (error) {
      if (!(error instanceof LineFault)) throw error;
      // What it wrote before it went wrong would make lines below look wrong.
      await tx.execute(DROP_LINE);
      this.faults.push(at(line.no, t`Line ${line.no}: ${error.message}`));
    }
  }

  private async tell(line: number, { read, id, doc }: Awaited<ReturnType<typeof takeLine>>): Promise<void> {
    const { change, kind } = this;
    const repository = repositoryOf(kind);
    const { before } = read;
    const after = await repository.load(change.tx, id);
    if (JSON.stringify(after) === JSON.stringify(before)) return;
    const name = repository.nameOf(doc);
    const facts = { did: before ? 'thing-changed' : 'thing-made', kind } as const;
    await writeEntryHistory(change, { kind, id, name, facts, before, after });
    this.touched = merged(this.touched, (await repository.touches?.(change.tx, id, before, after)) ?? {});
    const changes = sayDocChanges(kind, before, after, await entryNames(change.tx));
    this.told.push({ line, name, did: before ? 'changed' : 'made', changes });
  }
}

async function takeIn(
  ctx: SignedInContext,
  kind: CsvKind,
  { key, preview, text }: CsvInput,
): Promise<Outcome<CsvDone>> {
  const table = tableOf(kind, text);
  if (!table.ok) return table;
  const { columns, rows } = table.value;
  const facts = { did: 'things-taken-in', kind } as const;
  const order = {
    action: facts.did,
    command: `csv ${kind}`,
    reason: '',
    idempotencyKey: key,
    isPreview: preview,
  };
  return runChangeSet<CsvDone>(ctx, order, async (change) => {
    const taking = new TakingIn(change, kind, columns);
    for (const line of rows) await taking.take(line);
    if (taking.faults.length) return refuse({ code: 'bad-input', fields: taking.faults });
    const { told } = taking;
    const made = told.filter(({ did }) => did === 'made').length;
    const impact = await followEntry(ctx, change, taking.touched);
    const unchanged = rows.length - told.length;
    const summary = t`${change.tell(facts)}: ${made} made, ${told.length - made} changed, ${unchanged} as they were`;
    return done({ summary, lines: told, unchanged, impact });
  });
}
