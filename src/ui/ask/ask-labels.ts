import { t } from '@/contracts/language/translate';

/** What the fields are called that a request cannot do without, in the order of the form. */
export const ASK_LABELS = {
  space: () => t`Space`,
  people: () => t`People expected`,
  equipment: () => t`Equipment`,
  quantity: () => t`How many`,
  startDate: () => t`First date`,
  endTime: () => t`Ends`,
  repeat: () => t`until when it goes on`,
  nights: () => t`whether the nights are part of it`,
  title: () => t`Title`,
  hostId: () => t`Host`,
  categoryId: () => t`Category`,
  further: () => t`what was begun further down`,
} as const;
type Label = keyof typeof ASK_LABELS;

/** The field that a fault of the form is about, by the pattern of its path; the first that fits counts. */
const FIELDS: readonly (readonly [path: RegExp, label: Label])[] = [
  [/^equipment\.\d+\.quantity$/, 'quantity'],
  [/^equipment/, 'equipment'],
  [/^spaces/, 'space'],
  [/^people$/, 'people'],
  [/^startDate$/, 'startDate'],
  [/^endTime$/, 'endTime'],
  [/^repeat/, 'repeat'],
  [/^overDays$/, 'nights'],
  [/^title$/, 'title'],
  [/^hostId$/, 'hostId'],
  [/^categoryId$/, 'categoryId'],
];

const labelAt = (path: string): Label => FIELDS.find(([pattern]) => pattern.test(path))?.[1] ?? 'further';

/** The fields that faults are about, each once, in the order of the form. */
export function labelsOf(paths: readonly string[]): string[] {
  const wanted = new Set(paths.map(labelAt));
  return (Object.keys(ASK_LABELS) as Label[])
    .filter((label) => wanted.has(label))
    .map((label) => ASK_LABELS[label]());
}
