import type { EquipmentTypeId } from '@/core/ids';
import { readRoute, refusalResponse } from '@/server/http/route';
import { unitsOf } from '@/server/use-cases/calendar/units';

export const GET = readRoute({
  action: 'units.read',
  run: async (ctx, _, { id }) => {
    const units = await unitsOf(ctx, (/^\d{1,9}$/.test(id!) ? Number(id) : 0) as EquipmentTypeId);
    return units.ok
      ? Response.json(units.value, { headers: { 'Cache-Control': 'no-store' } })
      : refusalResponse(units.refusal);
  },
});
