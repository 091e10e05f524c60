import { randomUUID } from 'node:crypto';
import sharp from 'sharp';
import { saveEntrySchema } from '@/contracts/administration/docs';
import type { SignedInContext } from '@/server/context/context';
import { sendPicture } from '@/server/use-cases/administration/entries/pictures';
import { saveEntry } from '@/server/use-cases/administration/entries/save-entry';
import { PLACE_PICTURES } from './pictures/places';

/** What somebody has to know of a day who plans to come. */
const DAY_NOTES = [
  { name: 'North gate shut: come by Orchard Lane', from: '2027-04-27', to: '2027-04-28' },
  { name: 'Coach park taken by the county show', from: '2027-05-08', to: '2027-05-08' },
] as const;

/** Pictures of some spaces, and notes to days to come, put there as the office does it. */
export async function furnishAdministration(
  ctx: SignedInContext,
  spaces: Readonly<Record<string, { readonly id: number }>>,
): Promise<void> {
  for (const [code, { about, drawing }] of Object.entries(PLACE_PICTURES)) {
    const png = await sharp(Buffer.from(drawing)).png().toBuffer();
    const { body } = new Response(new Uint8Array(png));
    const outcome = await sendPicture(ctx, { of: 'space', id: spaces[code]!.id, about }, body);
    if (!outcome.ok) throw new Error(`the demo picture of ${code}: ${JSON.stringify(outcome.refusal)}`);
  }
  for (const doc of DAY_NOTES) {
    const body = { key: randomUUID(), id: null, rowVersion: 0, preview: false, doc };
    const outcome = await saveEntry(ctx, 'day-note', saveEntrySchema.parse(body));
    if (!outcome.ok) throw new Error(`the demo note “${doc.name}”: ${JSON.stringify(outcome.refusal)}`);
  }
}
