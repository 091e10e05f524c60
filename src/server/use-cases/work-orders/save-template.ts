import { numbersAsked } from '../../repositories/house/questions';
import { t, untranslated } from '@/contracts/language/translate';
import type {
  TemplateInput,
  TemplateReply,
  RetireTemplateInput,
  SaveTemplateInput,
} from '@/contracts/work-orders/templates';
import { done, refuse, type FieldFault, type Outcome } from '@/contracts/base/refusal';
import type { ChangeSet } from '../../repositories/changes/change-set';
import { formulaProblem } from '@/core/work-orders/formula';
import { formulaSentence } from '@/contracts/words/formulas';
import type { Reader } from '../../db/connection';
import { orderNumbers, ordersText } from '../../effects/orders/orders-text';
import { runChangeSet } from '../../effects/run-change-set';
import type { SignedInContext } from '../../context/context';
import { templateRow } from '../../repositories/work-orders/template-row';
import { entryWork } from '../administration/entries/entry-work';
import { writeEntryHistory } from '../../repositories/house/entry-history';
import { saidOfTemplate, storedTemplate } from './templates';
import { teamFaults } from './team-people';
import { RETIRE_TEMPLATE, TITLE_OF_TEMPLATE } from './set-up.queries';
import { OrderTemplate } from '../../db/tables/work-orders';
import { writeRow } from '../administration/entries/entry-repository';
import { Category } from '../../db/tables/house';
import { Space, Service, EquipmentType } from '../../db/tables/spaces';
import { Table } from '../../db/tables/table';
import { knownIds } from '../../repositories/known-ids';
import { keysOf } from '@/core/lists';

/** What the form can name and somebody may have taken away meanwhile. */
const KNOWN = {
  spaces: Space,
  categories: Category,
  services: Service,
  equipment: EquipmentType,
} as const;

/** Formulas that count with an answer nobody is asked for. */
async function formulaFaults(reader: Reader, template: TemplateInput): Promise<FieldFault[]> {
  const known = (await numbersAsked(reader)).map(({ name }) => name);
  const formulas = [
    ...(template.workFormula === null
      ? []
      : [{ path: 'template.workFormula', formula: template.workFormula }]),
    ...template.quantities.map(({ formula }, index) => ({
      path: `template.quantities.${index}.formula`,
      formula,
    })),
  ];
  return formulas.flatMap(({ path, formula }) => {
    const problem = formulaProblem(formula, known);
    return problem ? [{ path, message: formulaSentence(problem, known) }] : [];
  });
}

async function faultsOf(change: ChangeSet, template: TemplateInput): Promise<FieldFault[]> {
  const { when, teamId, personId } = template;
  const faults: FieldFault[] = await formulaFaults(change.tx, template);
  for (const kind of keysOf(KNOWN)) {
    const table: Table = KNOWN[kind];
    const there = await knownIds(change.tx, table, when[kind], { isInUse: false });
    if (!when[kind].every((id) => there.has(id)))
      faults.push({
        path: `template.when.${kind}`,
        message: t`One of these is there no more. Choose again.`,
      });
  }
  faults.push(...(await teamFaults(change.tx, { teamId, personId }, 'template.')));
  return faults;
}

/** Brings the orders of all coming dates in line that the template, as it was or as it is, can be about. */
async function followTemplates(change: ChangeSet, templates: readonly TemplateInput[]): Promise<void> {
  for (const { when } of templates) change.because({ kind: 'recipe', ...when });
  await change.follow();
}

const replyOf = (change: ChangeSet, id: number | null, did: string): TemplateReply => ({
  id,
  numbers: orderNumbers(change),
  summary: `${did}; ${ordersText(change) || t`no work order of a coming date changes`}`,
});

/** Makes or changes a template, and brings the orders of coming dates in line with it, all or nothing. */
export const saveTemplate = (
  ctx: SignedInContext,
  input: SaveTemplateInput,
): Promise<Outcome<TemplateReply>> => entryWork(ctx, 'save-recipe', [input], () => saveHere(ctx, input));

async function saveHere(ctx: SignedInContext, input: SaveTemplateInput): Promise<Outcome<TemplateReply>> {
  const order = {
    action:
      input.id === null
        ? untranslated('made a work order template')
        : untranslated('changed a work order template'),
    reason: input.template.title,
    idempotencyKey: input.key,
    isPreview: input.preview,
  };
  return runChangeSet<TemplateReply>(ctx, order, async (change) => {
    const before = input.id === null ? null : await storedTemplate(change.tx, input.id);
    if (input.id !== null && !before) return refuse({ code: 'not-found', what: t`such template` });
    if (before && before.version !== input.version)
      return refuse({ code: 'stale', since: t`“${before.template.title}” was changed by someone else.` });
    const faults = await faultsOf(change, input.template);
    if (faults.length) return refuse({ code: 'bad-input', fields: faults });
    const id = await writeRow(change.tx, OrderTemplate, input.id, {
      ...templateRow(input.template),
      ...(before && { row_version: before.version + 1 }),
    });
    await writeEntryHistory(change, {
      kind: 'recipe',
      id,
      name: input.template.title,
      did: order.action,
      before: before && (await saidOfTemplate(change.tx, change.at, before.template)),
      after: await saidOfTemplate(change.tx, change.at, input.template),
    });
    await followTemplates(change, before ? [before.template, input.template] : [input.template]);
    return done(replyOf(change, id, t(order.action)));
  });
}

/** Takes a template out of use: its open orders are withdrawn, what is done stays. */
export const retireTemplate = (
  ctx: SignedInContext,
  id: number,
  input: RetireTemplateInput,
): Promise<Outcome<TemplateReply>> =>
  entryWork(ctx, 'retire-recipe', [id, input], () => retireHere(ctx, id, input));

async function retireHere(
  ctx: SignedInContext,
  id: number,
  { key, version, preview }: RetireTemplateInput,
): Promise<Outcome<TemplateReply>> {
  const [named] = await ctx.db.all(TITLE_OF_TEMPLATE, { id });
  const order = {
    action: untranslated('retired a work order template'),
    reason: named?.title ?? '',
    idempotencyKey: key,
    isPreview: preview,
  };
  return runChangeSet<TemplateReply>(ctx, order, async (change) => {
    const before = await storedTemplate(change.tx, id);
    if (!before) return refuse({ code: 'not-found', what: t`such template` });
    if (before.version !== version)
      return refuse({ code: 'stale', since: t`“${before.template.title}” was changed by someone else.` });
    await change.tx.execute(RETIRE_TEMPLATE, { id, at: String(change.at) });
    const { title } = before.template;
    await writeEntryHistory(change, {
      kind: 'recipe',
      id,
      name: title,
      did: order.action,
      before: null,
      after: null,
    });
    await followTemplates(change, [before.template]);
    return done(replyOf(change, id, t(order.action)));
  });
}
