import type { Layout } from '@/core/seating/layouts';
import type { PlanWishes } from '@/core/seating/plan/plan-seating';
import type { Side } from '@/core/seating/plan/room';
import type { PlanQuery, SpaceFloor } from '@/contracts/calendar/seating';

const USUAL_STAGE = { widthMm: 4000, depthMm: 2000 } as const;

/** What is tried out on a plan, as it stands in its fields; lengths in metres as typed, empty is as usual. */
export interface PlanFields {
  readonly people: number;
  readonly layout: Layout;
  readonly wheelchairs: number;
  readonly round: '8' | '10';
  readonly front: Side | '';
  readonly hasStage: boolean;
  readonly stageWidth: string;
  readonly stageDepth: string;
  readonly aisle: string;
  readonly between: string;
  readonly row: string;
}

const metres = (mm: number | undefined): string => (mm === undefined ? '' : String(mm / 1000));
const millimetres = (typed: string): number | undefined => {
  const value = Math.round(Number(typed.replace(',', '.')) * 1000);
  return typed.trim() !== '' && Number.isFinite(value) && value > 0 ? value : undefined;
};

export const fieldsOf = (query: PlanQuery, { layouts }: SpaceFloor): PlanFields => {
  const first = layouts[0];
  return {
    people: query.people ?? first?.seats ?? 40,
    layout: query.layout ?? first?.layout ?? 'theatre',
    wheelchairs: query.wheelchairs ?? 0,
    round: query.round ?? '8',
    front: query.front ?? '',
    hasStage: query.stage === '1',
    stageWidth: metres(query.stageWidth),
    stageDepth: metres(query.stageDepth),
    aisle: metres(query.aisle),
    between: metres(query.between),
    row: query.row === undefined ? '' : String(query.row),
  };
};

const rowOf = (typed: string): number | undefined => {
  const value = Math.floor(Number(typed));
  return typed.trim() !== '' && value >= 1 && value <= 14 ? value : undefined;
};

export const wishesOf = (fields: PlanFields): PlanWishes => {
  const [aisleMm, betweenMm] = [millimetres(fields.aisle), millimetres(fields.between)];
  const mostBetweenAisles = rowOf(fields.row);
  return {
    people: fields.people,
    layout: fields.layout,
    wheelchairs: Math.min(fields.wheelchairs, fields.people),
    roundSize: fields.round === '10' ? 10 : 8,
    front: fields.front || null,
    stage: fields.hasStage
      ? {
          widthMm: millimetres(fields.stageWidth) ?? USUAL_STAGE.widthMm,
          depthMm: millimetres(fields.stageDepth) ?? USUAL_STAGE.depthMm,
        }
      : null,
    spacing: {
      ...(aisleMm !== undefined && { aisleMm }),
      ...(betweenMm !== undefined && { betweenMm }),
      ...(mostBetweenAisles !== undefined && { mostBetweenAisles }),
    },
  };
};

/** Only what is not as usual stands in the address. */
export const queryOf = (fields: PlanFields): PlanQuery => {
  const { people, layout, wheelchairs, round, front, hasStage } = fields;
  const lengths = {
    ...(hasStage && {
      stageWidth: millimetres(fields.stageWidth),
      stageDepth: millimetres(fields.stageDepth),
    }),
    aisle: millimetres(fields.aisle),
    between: millimetres(fields.between),
    row: rowOf(fields.row),
  };
  return {
    people,
    layout,
    ...(wheelchairs > 0 && { wheelchairs }),
    ...(round === '10' && { round }),
    ...(front && { front }),
    ...(hasStage && { stage: '1' as const }),
    ...Object.fromEntries(Object.entries(lengths).filter(([, value]) => value !== undefined)),
  };
};
