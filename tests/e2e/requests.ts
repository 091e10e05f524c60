import { randomUUID } from 'node:crypto';
import type { RequestView } from '@/contracts/requests/request-view';
import type { Layout } from '@/core/seating/layouts';
import { as, send, type Account } from './browser';

// The council room: in 2028 no other test comes there.
const ROOM = 7;

export interface Asked {
  readonly title: string;
  readonly day: string;
  readonly dates?: number;
  readonly who?: Account;
  readonly from?: string;
  readonly space?: number;
  readonly layout?: Layout;
}

/** Asked for through the same route as the form. */
export async function asked({
  title,
  day,
  dates = 1,
  who = 'requester',
  from = '18:00',
  space = ROOM,
  layout = 'boardroom',
}: Asked): Promise<string> {
  const hour = Number(from.slice(0, 2));
  const reply = await send(
    'POST',
    '/api/requests',
    {
      key: randomUUID(),
      title,
      publicText: '',
      categoryId: 1,
      hostId: 1,
      notes: '',
      publish: false,
      people: 12,
      accessMin: 15,
      exitMin: 15,
      equipment: [],
      spaces: [{ spaceId: space, layout, setupMin: 15, strikeMin: 15 }],
      when: {
        startsAt: `${day}T${from}`,
        endsAt: `${day}T${String(hour + 2).padStart(2, '0')}:00`,
        repeat: dates > 1 ? { rule: `FREQ=WEEKLY;COUNT=${dates}` } : null,
      },
    },
    await as(who),
  );
  return ((await reply.json()) as { reference: string }).reference;
}

export const view = async (reference: string) =>
  (await (
    await send('GET', `/api/requests/${reference}`, undefined, await as('manager'))
  ).json()) as RequestView;
