/**
 * Where a row is removed SQLite looks for rows that still name it. Without an index that is a look at a whole table for
 * each: taking back the move of 2,900 dates took 78 s.
 */
export const foundWhenRemoved: readonly string[] = [
  `CREATE INDEX work_order_by_claim ON work_order (claim_id)`,
  `CREATE INDEX claim_equipment_by_claim_space ON claim_equipment (claim_space_id) WHERE claim_space_id IS NOT NULL`,
  `CREATE INDEX occupancy_by_claim_space ON occupancy (claim_space_id) WHERE claim_space_id IS NOT NULL`,
  `CREATE INDEX occupancy_by_claim_equipment ON occupancy (claim_equipment_id) WHERE claim_equipment_id IS NOT NULL`,
  `CREATE INDEX equipment_use_by_claim_equipment ON equipment_use (claim_equipment_id)`,
];
