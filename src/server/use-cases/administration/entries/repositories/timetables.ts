import { t } from '@/contracts/language/translate';
import { clockOf, minutesOf } from '@/contracts/administration/parts';
import type { TimetableDoc } from '@/contracts/administration/places';
import { done } from '@/contracts/base/refusal';
import { countText } from '@/contracts/words/when';
import type { Reader, Writer } from '../../../../db/connection';
import { counted, nameFaults, replaceRows, writeRow, type EntryRepository } from '../entry-repository';
import { siteId } from './spaces-of';
import { DAYS_APART, PERIODS_OF, STAND_INS, TIMETABLE_BY_ID } from './shared.queries';
import { Timetable, TimetableException, TimetablePeriod } from '../../../../db/tables/house';
import { SPACES_BY_TIMETABLE, TIMETABLE_LINES } from './places.queries';

type Periods = TimetableDoc['periods'];

async function periodsOf(reader: Reader, id: number): Promise<Periods> {
  const rows = await reader.all(PERIODS_OF, { id });
  return rows.map(({ name, fromMin, toMin }) => ({ name, from: clockOf(fromMin), to: clockOf(toMin) }));
}

const storePeriods = (tx: Writer, id: number, periods: Periods): Promise<void> =>
  replaceRows(
    tx,
    TimetablePeriod,
    { timetable_id: id },
    periods.map(({ name, from, to }, position) => ({
      position,
      name,
      from_min: minutesOf(from),
      to_min: minutesOf(to),
    })),
  );

async function dropStandIns(tx: Writer, id: number): Promise<void> {
  const stand = await tx.all(STAND_INS, { id });
  await tx.table(TimetableException).remove({ timetable_id: id });
  for (const each of stand) {
    await tx.table(TimetablePeriod).remove({ timetable_id: each.id });
    await tx.table(Timetable).remove({ id: each.id });
  }
}

export const timetableRepository: EntryRepository<'timetable'> = {
  table: Timetable,
  retires: false,
  lines: TIMETABLE_LINES,
  noteOf: ([count]) => countText(Number(count), 'period', 'periods'),
  nameOf: ({ name }) => name,
  load: async (reader, id) => {
    const [row] = await reader.all(TIMETABLE_BY_ID, { id });
    if (!row) return null;
    const days = await reader.all(DAYS_APART, { id });
    const exceptions = [];
    for (const { on, instead } of days)
      exceptions.push({ on, periods: instead === null ? [] : await periodsOf(reader, instead) });
    return { ...row, periods: await periodsOf(reader, id), exceptions };
  },
  faults: (reader, id, { name }) => nameFaults(reader, Timetable, id, name),
  store: async ({ tx }, id, { name, validFrom, validTo, periods, exceptions }) => {
    const site_id = await siteId(tx);
    const row = await writeRow(tx, Timetable, id, {
      site_id,
      name,
      valid_from: validFrom,
      valid_to: validTo,
    });
    await storePeriods(tx, row, periods);
    await dropStandIns(tx, row);
    for (const { on, periods: others } of exceptions) {
      const instead = others.length
        ? await writeRow(tx, Timetable, null, {
            site_id,
            name: `${name}, ${on}`,
            valid_from: on,
            valid_to: on,
          })
        : null;
      if (instead !== null) await storePeriods(tx, instead, others);
      await tx.table(TimetableException).insert({ timetable_id: row, on_date: on, instead_id: instead });
    }
    return done(row);
  },
  usedBy: (reader, id, now) =>
    counted(reader, { id, now }, [
      SPACES_BY_TIMETABLE,
      (n) =>
        t`${countText(n, 'space is', 'spaces are')} booked by it. Remove it from ${n === 1 ? t`that space` : t`them`} first.`,
    ]),
  remove: async (tx, id) => {
    await dropStandIns(tx, id);
    await tx.table(TimetablePeriod).remove({ timetable_id: id });
    await tx.table(Timetable).remove({ id });
  },
};
