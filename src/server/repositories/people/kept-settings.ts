import { ownSettingsSchema, USUAL_SETTINGS, type OwnSettings } from '@/contracts/language/own-settings';
import type { SaveSettingsInput } from '@/contracts/accounts/save-settings';
import { keep, type Database, type Reader } from '../../db/connection';
import { SETTINGS_OF_PEOPLE } from './own-settings.queries';
import { PersonSettings } from '../../db/tables/people';
import { idOf, type PersonId } from '@/core/ids';
import { readJson, writeJson } from '../../db/tables/column';
import { RowOfShape } from '../../db/statement';

type Row = RowOfShape<typeof SETTINGS_OF_PEOPLE.row>;

const rowsOf = (reader: Reader, people: readonly number[]): Promise<Row[]> =>
  reader.all(SETTINGS_OF_PEOPLE, { people });

const parsed = (text: Row['settings']): OwnSettings =>
  ownSettingsSchema.catch(USUAL_SETTINGS).parse({ ...USUAL_SETTINGS, ...readJson(text) });

/** What each of these has chosen; the usual for those who have chosen nothing. */
export async function settingsOf(
  reader: Reader,
  people: readonly number[],
): Promise<(person: number) => OwnSettings> {
  const known = new Map(
    (await rowsOf(reader, people)).map(({ person, settings }): [number, OwnSettings] => [
      person,
      parsed(settings),
    ]),
  );
  return (person) => known.get(person) ?? USUAL_SETTINGS;
}

/** What somebody has chosen; null where they have chosen nothing. */
export async function chosenBy(
  reader: Reader,
  person: number,
): Promise<{ settings: OwnSettings; reminders: readonly number[] } | null> {
  const [row] = await rowsOf(reader, [person]);
  return row ? { settings: parsed(row.settings), reminders: readJson(row.reminders) } : null;
}

export const keepSettings = (
  db: Database,
  person: number,
  { settings, reminders }: SaveSettingsInput,
): Promise<void> =>
  db.write(async (tx) =>
    keep(
      await tx.table(PersonSettings).put({
        person_id: idOf<PersonId>(person),
        settings: writeJson<Record<string, unknown>>(settings),
        ...(reminders && { reminders: writeJson(reminders) }),
      }),
    ),
  );
