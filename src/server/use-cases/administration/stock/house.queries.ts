import { SIDES } from '@/core/seating/plan/room';
import { LAYOUTS } from '@/core/seating/layouts';
import { z } from 'zod';
import { jsonQuery, query } from '../../../db/statement';
import { OwnLayout } from '../../../db/tables/house';

export const OWN_LAYOUTS = jsonQuery({
  sql: `SELECT json_group_array(json_object('id', id, 'name', name, 'query', json(query)) ORDER BY name) AS json FROM own_layout`,
  value: z.array(
    z.object({
      id: z.number(),
      name: z.string(),
      query: z.object({
        stage: z.literal('1').optional(),
        layout: z.enum(LAYOUTS).optional(),
        round: z.enum(['8', '10']).optional(),
        front: z.enum(SIDES).optional(),
        stageWidth: z.number().optional(),
        stageDepth: z.number().optional(),
        aisle: z.number().optional(),
        between: z.number().optional(),
        row: z.number().optional(),
      }),
    }),
  ),
});

export const NAME_OF_LAYOUT = query({
  sql: 'SELECT name FROM own_layout WHERE id = $id',
  bind: { id: OwnLayout.id },
  row: { name: OwnLayout.name },
});
