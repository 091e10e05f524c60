import { numbersAsked } from '../../repositories/house/questions';
import { ANY_DATE } from '@/core/work-orders/template';
import type {
  TemplateChoices,
  TemplateInput,
  TemplateLine,
  StoredTemplate,
} from '@/contracts/work-orders/templates';
import { TEMPLATE_PHASE_WORDS } from '@/contracts/words/orders';
import { dayShort } from '@/contracts/words/when';
import { dateOf } from '@/core/time/local-time';
import type { EpochMinute } from '@/core/time/epoch-minute';
import type { Said } from '@/contracts/administration/kinds';
import type { SignedInContext } from '../../context/context';
import type { Reader } from '../../db/connection';
import { aboutText, dueText, issueText } from './template-words';
import { TEMPLATES_TO_EDIT, TEMPLATE_CHOICES } from './set-up.queries';

/** What templates can be about, who can do them, and what they can be tried on. */
export const templateChoices = ({ db, clock }: SignedInContext): Promise<TemplateChoices> =>
  templateNames(db, clock.now());

async function templateNames(reader: Reader, now: EpochMinute): Promise<TemplateChoices> {
  const { past, ...rows } = await reader.value(TEMPLATE_CHOICES, { now });
  return {
    ...rows,
    numbers: await numbersAsked(reader),
    past: past.map(({ id, name, start }) => ({ id, name, dateText: dayShort(dateOf(start)) })),
  };
}

async function rowsOf(reader: Reader, id: number | null): Promise<(StoredTemplate & { open: number })[]> {
  const rows = await reader.value(TEMPLATES_TO_EDIT, { id });
  return rows.map(({ template: { untilEdge, untilOffset, when, ...template }, ...row }) => ({
    ...row,
    template: {
      ...template,
      when: { ...ANY_DATE, ...when } as TemplateInput['when'],
      until: untilEdge === null ? null : { edge: untilEdge, offsetMin: untilOffset },
    },
  }));
}

/** A template as it is edited; null where there is none, or no more. */
export const storedTemplate = async (reader: Reader, id: number): Promise<StoredTemplate | null> =>
  (await rowsOf(reader, id))[0] ?? null;

/** All templates of the office as they are told, by team. */
export async function templateLines(ctx: SignedInContext): Promise<TemplateLine[]> {
  const names = await templateChoices(ctx);
  const teams = new Map(names.teams.map(({ id, name }) => [id, name]));
  return (await rowsOf(ctx.db, null)).map(({ id, open, template }) => ({
    id,
    open,
    title: template.title,
    team: teams.get(template.teamId) ?? '',
    phaseText: TEMPLATE_PHASE_WORDS[template.phase],
    aboutText: aboutText(template, names),
    dueText: dueText(template),
    issueText: issueText(template.leadDays),
    bringsText: bringsText(template),
  }));
}

const bringsText = ({ quantities }: TemplateInput): string =>
  quantities.map(({ name, formula }) => `${name}: ${formula}`).join('; ');

/** A template in words, as its history keeps it. */
export async function saidOfTemplate(
  reader: Reader,
  now: EpochMinute,
  template: TemplateInput,
): Promise<Said> {
  const names = await templateNames(reader, now);
  const team = names.teams.find(({ id }) => id === template.teamId);
  return {
    Name: template.title,
    About: aboutText(template, names),
    Done: dueText(template),
    By: [team?.name, team?.people.find(({ id }) => id === template.personId)?.name]
      .filter(Boolean)
      .join(', '),
    Issued: issueText(template.leadDays),
    People: template.workFormula ?? String(template.crew),
    Brings: bringsText(template),
    Checklist: template.checklist.join('; '),
  };
}
