import { t } from '@/contracts/language/translate';
import { idOf, type ClaimId, type EquipmentTypeId } from '@/core/ids';
import type { WantedDate } from '@/core/checks/asked';
import { addDays } from '@/core/time/local-time';
import { startOfDay } from '@/core/time/zone';
import type { Surroundings, SurroundingsInput } from '@/contracts/requests/surroundings';
import { done, refuse, type FieldFault, type Outcome } from '@/contracts/base/refusal';
import type { Context } from '../../../context/context';
import type { Reader } from '../../../db/connection';
import { loadWorld } from '../../../repositories/world/snapshot';
import { siteZone } from '../../../repositories/world/space-facts';
import { requesterOf } from '../../checks/verdicts';
import { KIT_ITEMS } from '../../../repositories/house/house.queries';
import { Space, EquipmentType } from '../../../db/tables/spaces';
import { missingFaults } from '../../../repositories/known-ids';

const NOBODY = idOf<ClaimId>(0);

async function unknownIds(reader: Reader, input: SurroundingsInput): Promise<FieldFault[]> {
  return [
    ...(await missingFaults(reader, Space, input.spaceIds, {
      isInUse: false,
      path: (index) => `spaceIds.${index}`,
      message: t`There is no such space. Choose one from the list.`,
    })),
    ...(await missingFaults(reader, EquipmentType, input.typeIds, {
      isInUse: false,
      path: (index) => `typeIds.${index}`,
      message: t`There is no such equipment. Choose from the list.`,
    })),
  ];
}

/**
 * What a form needs to check by itself: the same snapshot the server checks against, for some days of some spaces, with
 * nothing in it that tells whose anything is.
 */
export async function surroundings(ctx: Context, input: SurroundingsInput): Promise<Outcome<Surroundings>> {
  const { db } = ctx;
  const unknown = await unknownIds(db, input);
  if (unknown.length) return refuse({ code: 'bad-input', fields: unknown });
  const tzid = await siteZone(db);
  const kits = await db.all(KIT_ITEMS);
  const inside = kits.filter(({ kit }) => input.typeIds.includes(kit)).map(({ typeId }) => typeId);
  const typeIds = [...new Set<EquipmentTypeId>([...input.typeIds, ...inside])];
  // One claim over all the days and everything asked about: its windows are what the form may look at.
  const whole: WantedDate = {
    key: `${input.from}T00:00`,
    claim: {
      event: { start: startOfDay(input.from, tzid), end: startOfDay(addDays(input.to, 1), tzid) },
      accessMin: 0,
      exitMin: 0,
      spaces: input.spaceIds.map((spaceId) => ({
        spaceId,
        layout: 'empty',
        people: 1,
        setupMin: 0,
        strikeMin: 0,
      })),
      equipment: typeIds.map((typeId) => ({ typeId, quantity: 1, spaceIndex: -1 })),
    },
  };
  const world = await loadWorld(db, [whole]);
  return done({
    requester: await requesterOf(ctx, db),
    kits,
    world: {
      ...world,
      busy: world.busy.map(({ resourceId, span }) => ({ resourceId, span, claimId: NOBODY })),
      uses: world.uses.map((use) => ({ ...use, claimId: NOBODY })),
      teams: [],
      expected: [],
      waiting: [],
      publicEvents: [],
    },
  });
}
