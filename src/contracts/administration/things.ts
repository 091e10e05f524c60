import { untranslated, lazyText, t } from '@/contracts/language/translate';
import { z } from 'zod';
import type { EquipmentTypeId, ResourceId } from '@/core/ids';
import { localDateTimeField, plainText, requiredLine, rowId, wholeNumber } from '@/contracts/forms/fields';
import { HUES } from './office';
import { ids, questionRows } from './parts';

/** What there is to say of a store. Its name is at most 80 letters long. */
export const storeDoc = z.object({ name: requiredLine(untranslated('Name'), 80) });
export type StoreDoc = z.output<typeof storeDoc>;

/** Pieces that come to a stock or leave it: `delta` is never 0, `to` null is for good. */
export const stockRow = z
  .object({
    id: rowId<number>(untranslated('a line')).nullable().default(null),
    /** Nothing is since always. */
    from: localDateTimeField.nullable().default(null),
    to: localDateTimeField.nullable().default(null),
    delta: wholeNumber(untranslated('How many more or fewer'), -100_000, 100_000).refine(
      (delta) => delta !== 0,
      lazyText`No more and no fewer changes nothing.`,
    ),
    reason: requiredLine(untranslated('Reason'), 120),
  })
  .refine(({ from, to }) => !from || !to || to > from, {
    path: ['to'],
    ...lazyText`The end must be after the start.`,
  });
export type StockRow = z.output<typeof stockRow>;

/** What there is to say of a type of equipment. Fetch and return take 0 to 1440 minutes each. */
export const equipmentDoc = z
  .object({
    name: requiredLine(untranslated('Name'), 80),
    storeId: rowId<number>(untranslated('a store')),
    fetchMin: wholeNumber(untranslated('Fetch minutes'), 0, 1440),
    returnMin: wholeNumber(untranslated('Return minutes'), 0, 1440),
    /** The team whose people on shift are the stock. */
    poolTeamId: rowId<number>(untranslated('a team')).nullable().default(null),
    stock: z
      .array(stockRow)
      .max(500, lazyText`At most five hundred lines of stock.`)
      .default([]),
    units: z
      .array(
        z.object({
          id: rowId<ResourceId>(untranslated('a unit')).nullable().default(null),
          name: requiredLine(untranslated('Unit'), 40),
        }),
      )
      .max(200, lazyText`At most two hundred units.`)
      .default([]),
    /** What a kit holds: it counts as its contents and has no stock of its own. */
    kit: z
      .array(
        z.object({
          typeId: rowId<EquipmentTypeId>(untranslated('equipment')),
          quantity: wholeNumber(untranslated('Quantity'), 1, 1000),
        }),
      )
      .max(60, lazyText`A kit holds at most sixty kinds.`)
      .default([]),
    substitutes: ids<EquipmentTypeId>(untranslated('equipment'), 6),
  })
  .superRefine(({ stock, units, kit, poolTeamId }, context) => {
    const fault = (path: (string | number)[], message: string) =>
      context.addIssue({ code: 'custom', path, message });
    const has = [stock.length > 0, units.length > 0, kit.length > 0, poolTeamId !== null];
    if (kit.length && has.filter(Boolean).length > 1)
      fault(['kit'], t`A kit counts as its contents: leave out stock, units and team, or the contents.`);
    if (poolTeamId !== null && (stock.length || units.length))
      fault(['poolTeamId'], t`The people on shift are the stock: leave out stock and units, or the team.`);
    units.forEach(({ name }, index) => {
      if (units.findIndex((other) => other.name.toLowerCase() === name.toLowerCase()) < index)
        fault(['units', index, 'name'], t`Another unit has this name.`);
    });
    kit.forEach(({ typeId }, index) => {
      if (kit.findIndex((other) => other.typeId === typeId) < index)
        fault(['kit', index, 'typeId'], t`This is listed above already.`);
    });
  });
export type EquipmentDoc = z.output<typeof equipmentDoc>;

/** What there is to say of a service. Known ahead by 0 to 366 days; work in minutes. */
export const serviceDoc = z.object({
  name: requiredLine(untranslated('Name'), 60),
  about: plainText(untranslated('What it is'), 200).default(''),
  teamId: rowId<number>(untranslated('a team')),
  leadDays: wholeNumber(untranslated('Days ahead'), 0, 366),
  crewMin: wholeNumber(untranslated('Minutes of work'), 0, 10_000),
  questions: questionRows,
});
export type ServiceDoc = z.output<typeof serviceDoc>;

/** What there is to say of an audience. The name is at most 40 letters long. */
export const audienceDoc = z.object({ name: requiredLine(untranslated('Audience'), 40) });
export type AudienceDoc = z.output<typeof audienceDoc>;

/** What there is to say of a category; its mark is two letters. */
export const categoryDoc = z.object({
  name: requiredLine(untranslated('Name'), 60),
  mark: requiredLine(untranslated('Mark'), 2).refine(
    (mark) => /^\p{L}{2}$/u.test(mark),
    lazyText`A mark has two letters.`,
  ),
  hue: z.enum(HUES, lazyText`Choose a colour.`),
  about: plainText(untranslated('What belongs in it'), 200),
  publish: z.boolean().default(true),
  audiences: z
    .array(requiredLine(untranslated('Audience'), 40))
    .max(12, lazyText`At most twelve audiences.`)
    .default([]),
  questions: questionRows,
});
export type CategoryDoc = z.output<typeof categoryDoc>;
