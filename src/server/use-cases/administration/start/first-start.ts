import { t } from '@/contracts/language/translate';
import { officeSchema, type OfficeFile } from '@/contracts/administration/office';
import { done, refuse, type Outcome } from '@/contracts/base/refusal';
import type { StartInput } from '@/contracts/administration/start';
import { beginSession } from '../../../auth/sessions';
import { weakPasswordFaults } from '../../../auth/weak-passwords';
import type { Context } from '../../../context/context';
import { speakAsOffice } from '../../../repositories/house/house-language';
import { createOffice } from '../office-file/create-office';
import { OfficeFileError } from '../office-file/office-rows';
import { USUAL_SETTINGS } from '@/contracts/language/own-settings';
import { writtenFor } from '../../../platform/ambient';
import { SET_UP } from './has-office';
import { onlyStart } from './one-start';
import { FIRST_PERSON } from './start.queries';

/** A team that sets every room before hosts come, and clears it after they have gone. */
const firstTeam = (): NonNullable<OfficeFile['teams']>[number] => ({
  name: t`Setup`,
  templates: [
    { phase: 'setup', title: t`Set the room`, due: 'access-start' },
    { phase: 'strike', title: t`Clear the room`, due: 'occupied-end' },
  ],
});

/** The smallest house that can be asked for something: the rest is made in House rules. */
const officeOf = (input: StartInput): OfficeFile => ({
  site: {
    name: input.site,
    zone: input.zone,
    language: input.language,
    office: { name: input.officeName, phone: input.officePhone, email: input.officeEmail },
    hours: [{ days: [1, 2, 3, 4, 5, 6, 7], from: input.opens, to: input.closes }],
  },
  buildings: [
    {
      name: input.building,
      spaces: [
        {
          code: input.code,
          name: input.space,
          layouts: [{ layout: input.layout, seats: input.seats, setupMin: 30, strikeMin: 30 }],
        },
      ],
    },
  ],
  teams: [firstTeam()],
  categories: [
    { name: t`Events`, mark: t`Ev`, hue: 'green', about: t`Whatever has no category of its own yet.` },
  ],
  organisations: [input.site],
  people: [
    {
      name: input.name,
      email: input.email,
      password: input.password,
      roles: ['requester', 'manager', 'housekeeper'],
      organisations: [input.site],
    },
  ],
});

/** Sets up an empty database and signs its first housekeeper in. Of two who try at once one is refused. */
export async function firstStart(
  ctx: Context,
  input: StartInput,
  nowMs: number,
): Promise<Outcome<{ sessionId: string }>> {
  return onlyStart(ctx.db, () => makeOffice(ctx, input, nowMs));
}

async function makeOffice(
  ctx: Context,
  input: StartInput,
  nowMs: number,
): Promise<Outcome<{ sessionId: string }>> {
  const faults = weakPasswordFaults(input.password, input);
  if (faults.length) return refuse({ code: 'bad-input', fields: faults });
  try {
    await createOffice(
      ctx.db,
      officeSchema.parse(writtenFor({ ...USUAL_SETTINGS, language: input.language }, () => officeOf(input))),
    );
    await speakAsOffice(ctx.db);
  } catch (error) {
    if (error instanceof OfficeFileError) return SET_UP;
    throw error;
  }
  const first = await ctx.db.one(FIRST_PERSON);
  const sessionId = ctx.newId();
  await beginSession(ctx.db, sessionId, first.id, nowMs);
  return done({ sessionId });
}
