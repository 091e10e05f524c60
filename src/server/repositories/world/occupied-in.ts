/**
 * Joins the occupying rows o of a part that touch [$start, $end): rows of a resource never overlap, so they are those
 * from the first that ends in the span to the last that starts in it.
 */
export const occupiedIn = (part: string): string => `
JOIN occupancy o ON o.resource_id = ${part} AND o.occupies = 1 AND o.start_min < $end
  AND o.start_min >= COALESCE((SELECT f.start_min FROM occupancy f WHERE f.resource_id = ${part} AND f.occupies = 1 AND f.end_min > $start
    ORDER BY f.end_min LIMIT 1), $end)`;
