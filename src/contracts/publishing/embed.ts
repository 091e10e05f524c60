import { z } from 'zod';
import { localDateField } from '@/contracts/forms/fields';

const colour = (usual: string) =>
  z
    .string()
    .regex(/^#?[0-9a-fA-F]{6}$/, 'A colour is six digits and letters, such as 1f1a14.')
    .transform((text) => `#${text.replace('#', '').toLowerCase()}`)
    .default(usual);

/** How a calendar looks on another site, as the address of its frame says it. */
export const embedSchema = z.object({
  view: z.enum(['list', 'month'], 'Choose list or month.').default('list'),
  /** Texts beside title, time and place. */
  details: z.enum(['1', '0']).default('1'),
  on: localDateField.optional(),
  paper: colour('#ffffff'),
  ink: colour('#1f1a14'),
  accent: colour('#0b5d4b'),
});
export type EmbedQuery = z.output<typeof embedSchema>;

/** The same as an address has it. */
export function embedParams({ view, details, paper, ink, accent }: Omit<EmbedQuery, 'on'>): string {
  const bare = (hex: string) => hex.replace('#', '');
  return new URLSearchParams({
    view,
    details,
    paper: bare(paper),
    ink: bare(ink),
    accent: bare(accent),
  }).toString();
}

/** What somebody puts into a page of their own: a frame, and a script that gives it the height of what is in it. */
export const embedSnippet = (origin: string, path: string, title: string): string => {
  const text = title.replace(/&/g, '&amp;').replace(/"/g, '&quot;').replace(/</g, '&lt;');
  return `<iframe src="${origin}${path.replace(/&/g, '&amp;')}" title="${text}" loading="lazy" style="width:100%;height:600px;border:0"></iframe>
<script src="${origin}/embed/frame.js" async></script>`;
};
