import { MOST_ZOOM, ownSettings } from '@/contracts/language/own-settings';
import { LAYOUTS, type Layout } from '@/core/seating/layouts';
import { FEATURES, type Feature } from '@/core/spaces/features';
import {
  parseLocalDate,
  parseLocalDateTime,
  type LocalDate,
  type LocalDateTime,
} from '@/core/time/local-time';
import { MOST_BOARD_DAYS } from '@/contracts/base/board-days';
import type { BookingState } from './bookings';

/** A picked gap: spaces, or one pool, from when and for how long. */
export interface Pick {
  readonly spaceIds: readonly number[];
  readonly poolId: number | null;
  readonly start: LocalDateTime;
  readonly minutes: number;
  /** How many come, and the layout of each space, where a search knew them already. */
  readonly people?: number;
  readonly layouts?: readonly Layout[];
}

/** What is left out of the board, or faded. */
export interface BoardFilters {
  readonly text: string;
  readonly building: string;
  /** These spaces alone, as a search found them; empty is no such choice. */
  readonly only: readonly number[];
  /** At least so many seats, in `layout` where one is chosen. */
  readonly seats: number;
  readonly layout: Layout | null;
  readonly feature: Feature | null;
  readonly category: number | null;
  readonly host: string;
  readonly state: BookingState | null;
}

/** What of the board stands in its address, so that a link shows the same. */
export interface BoardAddress extends BoardFilters {
  /** Null is today. */
  readonly day: LocalDate | null;
  readonly days: number;
  /** How many times larger than just fitting; 1 to 24. */
  readonly zoom: number;
  /** The claimed space whose details panel is open. */
  readonly details: number | null;
  readonly pick: Pick | null;
}

export const BOOKING_STATES: readonly BookingState[] = ['approved', 'held', 'waiting'];

const within = (value: number, least: number, most: number, otherwise: number): number =>
  Number.isFinite(value) && value >= least && value <= most ? value : otherwise;
const oneOf = <Value extends string>(list: readonly Value[], text: string | null): Value | null =>
  list.find((each) => each === text) ?? null;

const PICK =
  /^(e?)(\d+(?:\.\d+)*)@(\d{4}-\d\d-\d\dT\d\d:\d\d)(?:\/(\d{1,5}))?(?:\/(\d{1,6}))?(?:\/([a-z.-]{1,120}))?$/;

function readPick(text: string | null): Pick | null {
  const found = PICK.exec(text ?? '');
  const start = found && parseLocalDateTime(found[3]!);
  if (!found || !start) return null;
  const ids = found[2]!.split('.').map(Number);
  return {
    spaceIds: found[1] ? [] : ids.slice(0, 6),
    poolId: found[1] ? ids[0]! : null,
    start,
    minutes: within(Number(found[4] ?? 60), 1, 31 * 1440, 60),
    ...(Number(found[5]) > 0 && { people: Number(found[5]) }),
    ...(found[6] && { layouts: found[6].split('.').flatMap((text) => oneOf(LAYOUTS, text) ?? []) }),
  };
}

function pickText({ spaceIds, poolId, start, minutes, people, layouts }: Pick): string {
  const known = people || layouts?.length ? `/${people ?? 0}` : '';
  return `${poolId === null ? spaceIds.join('.') : `e${poolId}`}@${start}/${minutes}${known}${layouts?.length ? `/${layouts.join('.')}` : ''}`;
}

interface Query {
  get(name: string): string | null;
}

export function readBoardAddress(query: Query): BoardAddress {
  const get = (name: string) => query.get(name);
  const own = ownSettings();
  return {
    day: parseLocalDate(get('day') ?? ''),
    days: Math.round(within(Number(get('days') ?? own.days), 1, MOST_BOARD_DAYS, 1)),
    zoom: within(Number(get('z') ?? own.zoom), 1, MOST_ZOOM, 1),
    text: (get('q') ?? '').slice(0, 100),
    building: (get('in') ?? '').slice(0, 100),
    only: /^\d{1,9}(\.\d{1,9}){0,199}$/.test(get('only') ?? '') ? get('only')!.split('.').map(Number) : [],
    seats: Math.round(within(Number(get('seats') ?? 0), 0, 100_000, 0)),
    layout: oneOf(LAYOUTS, get('layout')),
    feature: oneOf(FEATURES, get('has')),
    category: Number(get('category')) || null,
    host: (get('host') ?? '').slice(0, 100),
    state: oneOf(BOOKING_STATES, get('state')),
    // Links of before called it "slip".
    details: Number(get('details') || get('slip')) || null,
    pick: readPick(get('pick')),
  };
}

export function boardHref(address: Partial<BoardAddress>): string {
  const query = new URLSearchParams();
  const set = (name: string, value: string | number | null | undefined | false) => {
    if (value) query.set(name, String(value));
  };
  set('day', address.day);
  // An address says what differs from the usual, and from what one opens the board with oneself.
  const own = ownSettings();
  const [days, zoom] = [address.days ?? 1, address.zoom ?? 1];
  set('days', (days > 1 || own.days > 1) && address.days);
  set('z', (zoom > 1 || own.zoom > 1) && address.zoom && Number(zoom.toFixed(2)));
  set('q', address.text);
  set('in', address.building);
  set('only', address.only?.join('.'));
  set('seats', address.seats);
  set('layout', address.layout);
  set('has', address.feature);
  set('category', address.category);
  set('host', address.host);
  set('state', address.state);
  set('details', address.details);
  set('pick', address.pick && pickText(address.pick));
  // Colons, slashes and at-signs may stand in a query as they are, and are easier to read.
  const rest = query.toString().replace(/%3A/g, ':').replace(/%2F/g, '/').replace(/%40/g, '@');
  return rest ? `/?${rest}` : '/';
}

/** How many filters are set, text and day aside. */
export const filterCount = ({
  building,
  only,
  seats,
  layout,
  feature,
  category,
  host,
  state,
}: BoardAddress): number =>
  [building, only.length, seats, layout, feature, category, host, state].filter(Boolean).length;
