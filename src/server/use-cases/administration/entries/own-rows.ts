import { clockOf, minutesOf, type HoursRow, type QuestionRow } from '@/contracts/administration/parts';
import type { Reader, Writer } from '../../../db/connection';
import type { QuestionOwner } from '../../../repositories/house/questions';
import { replaceRows } from './entry-repository';
import { HOURS_OF, QUESTION_ROWS } from './entries.queries';
import { Question, Hours } from '../../../db/tables/house';
import { asFlag, writeJson } from '../../../db/tables/column';

type HoursOwner = 'site' | 'building' | 'space';

/** Hours of one owner: days that are open alike in one line. */
export async function loadHours(reader: Reader, owner: HoursOwner, id: number): Promise<HoursRow[]> {
  const lines = await reader.all(HOURS_OF, { owner, id });
  const rows = new Map<string, HoursRow>();
  for (const { weekday, fromMin, toMin, validFrom, validTo } of lines) {
    const key = `${fromMin} ${toMin} ${validFrom} ${validTo}`;
    const row = rows.get(key);
    if (row) row.days.push(weekday);
    else
      rows.set(key, {
        days: [weekday],
        from: clockOf(fromMin),
        to: clockOf(toMin),
        validFrom: validFrom,
        validTo: validTo,
      });
  }
  return [...rows.values()];
}

export const storeHours = (
  tx: Writer,
  owner: HoursOwner,
  id: number,
  rows: readonly HoursRow[],
): Promise<void> =>
  replaceRows(
    tx,
    Hours,
    { owner_kind: owner, owner_id: id },
    rows.flatMap(({ days, from, to, validFrom, validTo }) =>
      [...new Set(days)].map((weekday) => ({
        weekday,
        from_min: minutesOf(from),
        to_min: minutesOf(to),
        valid_from: validFrom,
        valid_to: validTo,
      })),
    ),
  );

export const loadQuestionRows = (reader: Reader, owner: QuestionOwner, id: number): Promise<QuestionRow[]> =>
  reader.value(QUESTION_ROWS, { owner, id });

/** Writes the questions of one owner. What is asked no more is kept as long as answers to it are. */
export async function storeQuestions(
  tx: Writer,
  owner: QuestionOwner,
  ownerId: number,
  rows: readonly QuestionRow[],
  today: string,
): Promise<void> {
  const known = await loadQuestionRows(tx, owner, ownerId);
  const kept = new Set(rows.flatMap(({ id }) => (known.some((each) => each.id === id) ? [id] : [])));
  for (const { id } of known)
    if (!kept.has(id)) await tx.table(Question).update({ id }, { retired_at: today });
  for (const [position, { id, text, required, choices, seenBy, numberName }] of rows.entries()) {
    const row = {
      text,
      required: asFlag(required),
      choices: writeJson(choices),
      seen_by: seenBy,
      number_name: numberName || null,
      position,
    };
    if (id !== null && kept.has(id)) await tx.table(Question).update({ id }, row);
    else await tx.table(Question).insert({ ...row, owner_kind: owner, owner_id: ownerId });
  }
}
