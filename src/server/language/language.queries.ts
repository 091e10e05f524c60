import { query } from '../db/statement';
import { Site } from '../db/tables/house';

export const LANGUAGE_OF_SITE = query({
  sql: 'SELECT language FROM site ORDER BY id LIMIT 1',
  row: { language: Site.language },
});
