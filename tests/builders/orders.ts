import type { CategoryId, EquipmentTypeId, OccurrenceId, SpaceId } from '@/core/ids';
import type { Layout } from '@/core/seating/layouts';
import { epochMinute, interval } from '@/core/time/epoch-minute';
import type { OrderedDate, OrderedService } from '@/core/work-orders/orders-for';
import { ANY_DATE, type OrderTemplate } from '@/core/work-orders/template';

/** When the events of these dates begin, unless said otherwise. */
export const START = epochMinute(30_000_000);

/** A template that sets every space, due as access begins; `more` says what is different. */
export const template = (more: Partial<OrderTemplate> = {}): OrderTemplate => ({
  id: 1,
  isByHand: false,
  phase: 'setup',
  title: 'Set the room',
  teamId: 1,
  personId: null,
  per: 'space',
  when: ANY_DATE,
  due: 'access-start',
  dueOffsetMin: 0,
  until: null,
  leadDays: null,
  checklist: [],
  crew: 1,
  workFormula: null,
  quantities: [],
  ...more,
});

interface DateParts {
  readonly occurrence?: number;
  readonly start?: number;
  readonly minutes?: number;
  readonly people?: number;
  readonly layout?: Layout;
  readonly setupMin?: number;
  readonly strikeMin?: number;
  readonly chairs?: number;
  readonly notes?: string;
  readonly place?: string;
  readonly categories?: readonly number[];
  readonly services?: readonly OrderedService[];
}

/** Two hours in the Potting Studio with half an hour before and twenty minutes after. */
export const orderedDate = (more: DateParts = {}): OrderedDate => ({
  occurrenceId: (more.occurrence ?? 5) as OccurrenceId,
  reference: 'QK7-3MW',
  eventTitle: 'Grafting night',
  notes: more.notes ?? '',
  categories: (more.categories ?? []) as CategoryId[],
  services: more.services ?? [],
  claim: {
    event: interval(
      epochMinute(more.start ?? START),
      epochMinute((more.start ?? START) + (more.minutes ?? 120)),
    ),
    accessMin: 30,
    exitMin: 20,
    spaces: [
      {
        spaceId: 2 as SpaceId,
        layout: more.layout ?? 'rounds',
        people: more.people ?? 24,
        setupMin: more.setupMin ?? 45,
        strikeMin: more.strikeMin ?? 40,
      },
    ],
    equipment: more.chairs ? [{ typeId: 7 as EquipmentTypeId, quantity: more.chairs, spaceIndex: 0 }] : [],
    services: (more.services ?? []).map(({ serviceId }) => ({ serviceId, answers: {} })),
  },
  spaces: [{ place: more.place ?? 'Potting Studio', building: 'Walled Garden', seats: 40, areaM2: 80 }],
  equipment: more.chairs ? [{ name: 'Folding chair', store: 'Cart Shed' }] : [],
});
