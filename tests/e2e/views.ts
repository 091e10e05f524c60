import type { Browser, Page } from 'puppeteer-core';
import { type Account, atRest, newPage, open, press, signIn } from './browser';

export interface View {
  readonly name: string;
  readonly path: string;
  readonly as?: Account;
  /** Presses this before looking: a details panel, a dialog. */
  readonly link?: string;
  /** Pressed one after the other without going anywhere. */
  readonly press?: readonly string[];
  readonly click?: string;
}

/** Every view of the application, with what has to be pressed to see it. */
export const VIEWS: readonly View[] = [
  { name: 'board', path: '/' },
  { name: 'my recent actions', path: '/recent', as: 'manager' },
  {
    name: 'board of a manager with a details',
    path: '/?day=2027-05-20',
    as: 'manager',
    click: '[data-booking][aria-label*="Choir under glass"]',
  },
  { name: 'board with a picked gap', path: '/?day=2027-04-15&pick=8@2027-04-15T14:00' },
  {
    name: 'board with a picked gap, signed in',
    path: '/?day=2027-04-15&pick=8.9@2027-04-15T14:00/90',
    as: 'requester',
  },
  { name: 'board of five days with filters', path: '/?day=2027-04-12&days=5&z=2&seats=30&layout=theatre' },
  { name: 'board with a loan', path: '/?day=2027-04-15&pick=e1@2027-04-15T14:00/120', as: 'requester' },
  { name: 'board with nothing found', path: '/?q=zzz' },
  { name: 'kit of parts', path: '/kit' },
  { name: 'places', path: '/spaces' },
  {
    name: 'places found',
    path: '/spaces?people=20&day=2027-04-20&from=14:00&to=16:00&repeat=weekly&dates=6',
  },
  {
    name: 'places compared',
    path: '/spaces?people=20&day=2027-04-20&from=14:00&to=16:00&compare=2.3.6',
    as: 'requester',
  },
  { name: 'earliest moments', path: '/spaces/earliest' },
  {
    name: 'earliest moments found',
    path: '/spaces/earliest?people1=20&people2=40&type1=1&quantity1=20&first=2027-04-20&last=2027-05-20&between=09:00&and=18:00&minutes=90',
  },
  { name: 'place', path: '/spaces/QH', as: 'requester' },
  { name: 'plan of a place', path: '/spaces/QH/plan?layout=rounds&people=60' },
  { name: 'pool', path: '/equipment/1' },
  { name: 'pool of units', path: '/equipment/10', as: 'manager' },
  { name: 'week of dates', path: '/calendar' },
  {
    name: 'week of dates with a details',
    path: '/calendar?view=some&n=3&by=space&day=2027-04-13',
    click: '[data-entry]',
  },
  { name: 'month of dates', path: '/calendar?view=month&pick=2027-04-16', as: 'requester' },
  { name: 'year of dates', path: '/calendar?view=year', as: 'manager' },
  { name: 'list of dates', path: '/calendar?view=list&cancelled=1', as: 'manager' },
  { name: 'dates apart', path: '/calendar?apart=1&by=host', as: 'manager' },
  { name: 'day of dates apart', path: '/calendar?view=day&apart=1&by=space&day=2027-04-15' },
  { name: 'no dates', path: '/calendar?view=list&q=zzz' },
  { name: 'print', path: '/print?what=board&from=2027-04-13&days=1&page=wide' },
  { name: 'print asked wrongly', path: '/print?what=board&from=2027-04-13&days=99' },
  { name: 'places asked wrongly', path: '/spaces?people=0&day=x&from=14:00&to=16:00' },
  { name: 'notices', path: '/whats-on' },
  { name: 'notices, choosing what is shown', path: '/whats-on#choose' },
  { name: 'week of notices', path: '/whats-on/_all/week', as: 'requester' },
  { name: 'month of notices', path: '/whats-on/music/month' },
  { name: 'day of notices with nothing on it', path: '/whats-on/talks/day/2027-04-25' },
  { name: 'notices asked for wrongly', path: '/whats-on?view=x' },
  { name: 'calendar', path: '/whats-on/workshops' },
  { name: 'event', path: '/whats-on?q=choir', click: 'main section a[href^="/events/"]' },
  { name: 'calendar on another site', path: '/whats-on/music/embed?view=month&ink=999999' },
  { name: 'frame of a calendar', path: '/embed/music' },
  { name: 'frame of a month', path: '/embed/music?view=month&paper=102030&ink=f0f0f0' },
  { name: 'frame that asks for a space', path: '/embed/ask/SL' },
  { name: 'display by a door', path: '/display/space/SL' },
  { name: 'display in a lobby', path: '/display/building/1' },
  { name: 'following', path: '/whats-on/follow', as: 'requester' },
  { name: 'calendars kept', path: '/administration/calendars', as: 'manager' },
  {
    name: 'a calendar being made',
    path: '/administration/calendars/new?by=building&only=4',
    as: 'manager',
    press: ['::-p-xpath(//label[contains(., "certain people")]//input)'],
  },
  { name: 'ledger', path: '/whats-on/ledger', as: 'manager' },
  { name: 'sign in', path: '/sign-in' },
  { name: 'a form sent without scripts', path: '/needs-scripts' },
  { name: 'a new password', path: '/account/forgotten' },
  { name: 'a link that is over', path: '/account/link/x' },
  { name: 'settings', path: '/preferences' },
  { name: 'settings with an account', path: '/preferences', as: 'requester' },
  { name: 'own account', path: '/account', as: 'requester' },
  { name: 'ask', path: '/ask?space=9&start=2027-04-21T14:00&minutes=90', as: 'requester' },
  {
    name: 'ask with dates picked, services and second choices',
    path: '/ask?space=11&start=2027-04-21T09:25&minutes=50',
    as: 'requester',
    press: ['::-p-xpath(//label[contains(., "Refreshments")]//input)'],
  },
  { name: 'own requests', path: '/requests', as: 'requester' },
  { name: 'own request', path: '/requests', as: 'requester', link: 'Ferns from spores' },
  { name: 'desk', path: '/desk', as: 'manager' },
  {
    name: 'desk with what approving would do',
    path: '/desk',
    as: 'manager',
    press: ['[role="status"] button', '.foot-bar button'],
  },
  { name: 'desk of nothing', path: '/desk?q=zzz', as: 'manager' },
  {
    name: 'many bookings, some picked',
    path: '/desk/bookings?made=single',
    as: 'manager',
    press: ['[role="status"] button'],
  },
  { name: 'consents', path: '/consents', as: 'steward' },
  { name: 'outbox', path: '/outbox', as: 'manager' },
  { name: 'message', path: '/outbox/1', as: 'manager' },
  {
    name: 'decision with what readers will see',
    path: '/desk',
    as: 'manager',
    link: 'Summer strings, Thursdays',
    press: ['::-p-xpath(//summary[starts-with(., "What readers see")])'],
  },
  {
    name: 'decision in one step',
    path: '/desk',
    as: 'manager',
    link: 'Summer strings, Thursdays',
    press: ['#main p button.button-main'],
  },
  { name: 'decision', path: '/desk', as: 'manager', link: 'Summer strings, Thursdays' },
  {
    name: 'decision with a way out for the series',
    path: '/desk',
    as: 'manager',
    link: 'Summer strings, Thursdays',
    press: ['[aria-label="Alternatives for the series"] li:last-child input'],
  },
  {
    name: 'decision with a way out drawn',
    path: '/desk',
    as: 'manager',
    link: 'Two hundred chairs for a speech',
    press: ['[aria-label="Alternatives"] li:nth-child(3) input'],
  },
  {
    name: 'ask with a way out',
    path: '/ask?space=9&start=2027-04-21T14:00&minutes=90&people=16',
    as: 'requester',
    press: ['#verdict [aria-label="Alternatives"] li input'],
  },
  { name: 'setups', path: '/work-orders', as: 'crew' },
  {
    name: 'setups with something said',
    path: '/work-orders',
    as: 'crew',
    press: ['#main button[aria-expanded]'],
  },
  { name: 'setups of the office', path: '/work-orders?team=Refreshments', as: 'manager' },
  {
    name: 'stores, counting',
    path: '/work-orders/stores',
    as: 'crew',
    press: ['#main li button[aria-expanded]'],
  },
  { name: 'stores of nothing', path: '/work-orders/stores?day=2029-01-01', as: 'crew' },
  { name: 'week of the crews', path: '/work-orders/week?team=2', as: 'manager' },
  { name: 'recipes', path: '/work-orders/templates', as: 'manager' },
  { name: 'recipe', path: '/work-orders/templates/6', as: 'manager' },
  {
    name: 'new recipe, saved too early',
    path: '/work-orders/templates/new',
    as: 'manager',
    press: ['button[type="submit"]'],
  },
  {
    name: 'around an event',
    path: '/work-orders?team=Linen',
    as: 'manager',
    click: '::-p-xpath(//li//a[contains(., "Bulb exchange")])',
  },
  {
    name: 'around an event on a phone',
    path: '/work-orders',
    as: 'crew',
    click: '::-p-xpath(//li//a[contains(., "Bulb exchange")])',
  },
  { name: 'house rules', path: '/administration', as: 'manager' },
  { name: 'the whole house', path: '/administration/archive', as: 'manager' },
  { name: 'who may do what', path: '/administration/rights', as: 'manager' },
  {
    name: 'holidays of two countries',
    path: '/administration/holidays?of=GB-ENG.FR&year=2028',
    as: 'manager',
  },
  { name: 'a table taken in', path: '/administration/equipment/csv', as: 'manager' },
  { name: 'spaces kept', path: '/administration/space', as: 'manager' },
  { name: 'a space kept', path: '/administration/space/2', as: 'manager' },
  { name: 'a space, its questions', path: '/administration/space/9', as: 'manager' },
  { name: 'equipment kept', path: '/administration/equipment/1', as: 'manager' },
  { name: 'a timetable kept', path: '/administration/timetable/1', as: 'manager' },
  { name: 'a further site being made', path: '/administration/further-site/new', as: 'manager' },
  {
    name: 'a closure, made too early',
    path: '/administration/closure/new',
    as: 'manager',
    press: ['button[type="submit"]'],
  },
  { name: 'a category kept', path: '/administration/category/1', as: 'manager' },
  { name: 'notes to days', path: '/administration/day-note/new', as: 'manager2' },
  { name: 'audiences', path: '/administration/audience', as: 'manager' },
  { name: 'words of letters', path: '/administration/letters/1', as: 'manager' },
  { name: 'somebody kept', path: '/administration/person/3', as: 'manager' },
  { name: 'a host kept', path: '/administration/organisation/2', as: 'manager2' },
  { name: 'no permission', path: '/desk', as: 'requester' },
  { name: 'not found', path: '/nowhere' },
];

export const inTheme = (page: Page, theme: 'light' | 'dark'): Promise<void> =>
  page.emulateMediaFeatures([
    { name: 'prefers-reduced-motion', value: 'reduce' },
    { name: 'prefers-color-scheme', value: theme },
  ]);

/** Opens a view in a page whose person may see it, whatever the page was used for before. */
async function visit(page: Page, view: View): Promise<void> {
  await page.setViewport({ width: 1280, height: 800 });
  await inTheme(page, 'light');
  await open(page, view.path);
  if (view.link || view.click) {
    const url = page.url();
    if (view.link) await press(page, view.link, 'link');
    if (view.click) {
      await page.waitForSelector(view.click);
      await page.click(view.click);
    }
    await page.waitForFunction((from) => location.href !== from, { polling: 60 }, url);
    await atRest(page);
  }
  for (const each of view.press ?? []) {
    await page.waitForSelector(each, { visible: true });
    await page.click(each);
    await atRest(page);
  }
  // What lies under a bar at the foot of the window cannot be pressed there: at the end of the page nothing does.
  await page.evaluate(() => {
    if (document.querySelector('.foot-bar')) window.scrollTo(0, document.body.scrollHeight);
  });
}

/** Opens views one after the other, in one page for each account. `ready` is done once in each. */
export function visitor(
  browser: Browser,
  ready?: (page: Page) => Promise<void>,
): (view: View) => Promise<Page> {
  const pages = new Map<View['as'], Promise<Page>>();
  const make = async (view: View) => {
    const page = await newPage(browser);
    if (view.as) await signIn(page, view.as);
    await ready?.(page);
    return page;
  };
  return async (view) => {
    if (!pages.has(view.as)) pages.set(view.as, make(view));
    const page = (await pages.get(view.as))!;
    await visit(page, view);
    return page;
  };
}
