import type { ClaimId, EquipmentTypeId, ResourceId, SpaceId } from '@/core/ids';
import type { Finding } from '@/core/checks/findings';
import type { WantedDate } from '@/core/checks/asked';
import type { ClaimContent } from '@/core/occupancy/bands';
import type { SpaceFacts, WorldSnapshot } from '@/core/checks/world';
import type { Layout } from '@/core/seating/layouts';
import { epochMinute, interval, type Interval } from '@/core/time/epoch-minute';

export const DAY = 29_000_000; // any minute, in 2025
export const space = (id: number, parts: number[], more: Partial<SpaceFacts> = {}): SpaceFacts => ({
  id: id as SpaceId,
  parts: parts as ResourceId[],
  postedLimit: null,
  hours: [],
  closures: [],
  layouts: [{ layout: 'rounds', seats: 24, setupMin: 0, strikeMin: 0 }],
  ...more,
});
export const world = (more: Partial<WorldSnapshot> = {}): WorldSnapshot => ({
  tzid: 'Europe/London',
  spaces: [space(1, [1, 2]), space(2, [1]), space(3, [2])],
  equipment: [],
  busy: [],
  uses: [],
  ...more,
});
export const span = (from: number, to: number): Interval =>
  interval(epochMinute(DAY + from), epochMinute(DAY + to));
export const busy = (resource: number, from: number, to: number, claim = 99) => ({
  resourceId: resource as ResourceId,
  span: span(from, to),
  claimId: claim as ClaimId,
});
export interface Ask {
  from: number;
  to: number;
  spaces?: number[];
  people?: number;
  bands?: number;
  equipment?: [number, number][];
  layout?: Layout;
}
export const wanted = (
  key: string,
  { from, to, spaces = [2], people = 20, bands = 0, equipment = [], layout = 'rounds' }: Ask,
): WantedDate => ({
  key,
  claim: {
    event: span(from, to),
    accessMin: bands,
    exitMin: bands,
    spaces: spaces.map((each) => ({
      spaceId: each as SpaceId,
      layout,
      people,
      setupMin: bands,
      strikeMin: bands,
    })),
    equipment: equipment.map(([type, quantity]) => ({
      typeId: type as EquipmentTypeId,
      quantity,
      spaceIndex: 0,
    })),
  } satisfies ClaimContent,
});
export const rules = (findings: readonly Finding[]) => findings.map(({ facts }) => facts.rule);
