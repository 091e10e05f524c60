import { t } from '@/contracts/language/translate';
import { differencesBetween, type Difference } from '@/core/changes/differences';
import type { ClaimDraft } from '@/core/changes/plan-date';
import type { EquipmentTypeId, SpaceId } from '@/core/ids';
import { LAYOUT_WORDS } from './layouts';
import { countText, spanText } from './when';

/** What things are called where a change is described. */
export interface NamesOfChange {
  space(id: SpaceId): string;
  equipment(id: EquipmentTypeId): string;
}

type Told = Exclude<Difference, { readonly kind: 'time' | 'spaces' }>;

function toldText(difference: Told, names: NamesOfChange): string {
  switch (difference.kind) {
    case 'layout':
      return t`${LAYOUT_WORDS[difference.is]} (was ${LAYOUT_WORDS[difference.was]})`;
    case 'people':
      return t`${countText(difference.is, 'person', 'people')} (was ${difference.was})`;
    case 'equipment':
      return t`${difference.is} × ${names.equipment(difference.typeId)} (was ${difference.was})`;
    case 'own-time':
      return t`own time ${difference.is[0]} min before and ${difference.is[1]} min after (was ${difference.was[0]} and ${difference.was[1]})`;
  }
}

const spacesText = (ids: readonly SpaceId[], names: NamesOfChange): string =>
  ids.map((id) => names.space(id)).join(' + ') || t`no space`;

/** What a date was before, as far as time and place are not the same: `Fri 23 Apr 2027, 18:00–20:00, Boathouse`. */
function beforeText(was: ClaimDraft, differences: readonly Difference[], names: NamesOfChange): string {
  return differences
    .flatMap((each) => {
      if (each.kind === 'time') return [spanText(was.startLocal, was.endLocal)];
      return each.kind === 'spaces' ? [spacesText(each.was, names)] : [];
    })
    .join(', ');
}

/**
 * A changed date as it is now, and what of it was otherwise: `Fri 30 Apr 2027, 18:00–20:00, Boathouse (was Fri 23 Apr
 * 2027, 18:00–20:00); 30 people (was 24)`.
 */
export function sayChangedDate(was: ClaimDraft, is: ClaimDraft, names: NamesOfChange): string {
  const differences = differencesBetween(was, is);
  const places = is.content.spaces.map(({ spaceId }) => spaceId);
  const now = [spanText(is.startLocal, is.endLocal), places.length ? spacesText(places, names) : '']
    .filter(Boolean)
    .join(', ');
  const before = beforeText(was, differences, names);
  const others = differences.flatMap((each) =>
    each.kind === 'time' || each.kind === 'spaces' ? [] : [toldText(each, names)],
  );
  return [before ? t`${now} (was ${before})` : now, ...others].join('; ');
}
