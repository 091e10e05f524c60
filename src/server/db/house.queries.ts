import { query } from './statement';
import { KitItem } from './tables/spaces';

/** What kits are made of, in an order that stays. */
export const KIT_ITEMS = query({
  sql: 'SELECT kit_id AS kit, type_id AS typeId, quantity FROM kit_item ORDER BY kit_id, type_id',
  row: { kit: KitItem.kit_id, typeId: KitItem.type_id, quantity: KitItem.quantity },
});
