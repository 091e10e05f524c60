import { randomUUID } from 'node:crypto';
import type { ThingDeed } from '@/contracts/house-book/docs';
import { HOUSE_FORMS } from '@/contracts/house-book/forms';
import type { HouseKind } from '@/contracts/house-book/kinds';
import { keptThing } from '@/server/use-cases/administration/house-book/look-at-things';
import { saveThing } from '@/server/use-cases/administration/house-book/save-thing';
import { doWithThing } from '@/server/use-cases/administration/house-book/thing-deeds';
import { refusalOf } from './changes';
import type { TestOffice } from './office';

/** Keeping things of the house as Mara does from their forms: what is not said stays as it is, or as a new one begins. */
export const houseKeeper = (office: () => TestOffice) => {
  const docOf = async (kind: HouseKind, id: number) => (await keptThing(office().db, kind, id))!;
  const save = async (
    kind: HouseKind,
    id: number | null,
    change: Readonly<Record<string, unknown>>,
    { preview = false, key = randomUUID() as string } = {},
  ) => {
    const known = id === null ? null : await docOf(kind, id);
    const doc = { ...(known?.doc ?? HOUSE_FORMS[kind].fresh), ...change };
    return saveThing(office().as('mara'), kind, {
      key,
      id,
      rowVersion: known?.rowVersion ?? 0,
      preview,
      doc,
    });
  };
  const deed = (kind: HouseKind, id: number, what: ThingDeed, preview = false) =>
    doWithThing(office().as('mara'), kind, id, { key: randomUUID(), deed: what, preview });
  const faultsOf = async (outcome: ReturnType<typeof save>) => {
    const refusal = refusalOf(await outcome);
    return refusal.code === 'bad-input'
      ? refusal.fields.map(({ path, message }) => `${path}: ${message}`)
      : refusal;
  };
  return { docOf, save, deed, faultsOf };
};
