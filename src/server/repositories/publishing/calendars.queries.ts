import { query } from '../../db/statement';
import { text } from '../../db/tables/column';
import { Calendar } from '../../db/tables/publishing';

export const STAMP = `(SELECT value FROM setting WHERE key = 'calendars_version') || '.' || (SELECT value FROM setting WHERE key = 'house_version')`;

export const STAMP_NOW = query({ sql: `SELECT ${STAMP} AS stamp`, row: { stamp: text() } });

export const SLUG_NOW = query({
  sql: `SELECT k.slug FROM calendar k WHERE k.kind = 'made' AND k.retired_min IS NULL
     AND (k.slug = $slug OR k.id = (SELECT calendar_id FROM calendar_slug_old WHERE slug = $slug))`,
  bind: { slug: Calendar.slug },
  row: { slug: Calendar.slug },
});
