const EVERYWHERE = [
  { key: 'X-Content-Type-Options', value: 'nosniff' },
  { key: 'Referrer-Policy', value: 'same-origin' },
];

const moved = (source, destination, more = {}) => ({ source, destination, permanent: true, ...more });
const LED_ON = {
  dates: 'calendar',
  places: 'spaces',
  setups: 'work-orders',
  house: 'administration',
  settings: 'preferences',
  pools: 'equipment',
};
const MOVED = [
  moved('/setups/recipes/:path*', '/work-orders/templates/:path*'),
  ...Object.entries(LED_ON).map(([from, to]) => moved(`/${from}/:path*`, `/${to}/:path*`)),
  moved('/whats-on/kept/:path*', '/administration/calendars/:path*'),
  moved('/notices/:path((?!.*/feed\\.).*)', '/whats-on/:path', { missing: [{ type: 'query', key: 'link' }] }),
  moved('/notices', '/whats-on'),
];
const STAYING = [
  { source: '/notices/:slug/:file(feed\\.[a-z]+)', destination: '/feeds/calendar/:slug/:file' },
  { source: '/notices/:slug', destination: '/whats-on/:slug', has: [{ type: 'query', key: 'link' }] },
];

/** @type {import('next').NextConfig} */
export default {
  poweredByHeader: false,
  serverExternalPackages: [
    'sequelize',
    'sqlite3',
    'argon2',
    'umzug',
    'pino',
    'timezones-ical-library',
    'pdfkit',
    '@zxcvbn-ts/core',
    '@zxcvbn-ts/language-common',
  ],
  // What runs on the server is read by Node, not sent: making it small and mapping it back took half of the time of a first
  // start, and as it is written a stack trace names what failed.
  // forbidden() answers with 403 and its own page. A page is loaded as it is first asked for: loading all two hundred before
  // the first answer takes longer than that answer.
  experimental: {
    authInterrupts: true,
    preloadEntriesOnStart: false,
    serverMinification: false,
    turbopackSourceMaps: false,
  },
  devIndicators: false,
  // The test command checks types; somebody's first start does not wait for it.
  typescript: { ignoreBuildErrors: true },
  // Addresses of before lead on for good; what programs follow, and links that open something by themselves, keep answering
  // where they were.
  redirects: async () => MOVED,
  rewrites: async () => ({ beforeFiles: STAYING }),
  headers: async () => [
    { source: '/:path*', headers: EVERYWHERE },
    // Only pages meant for it may stand in a frame: those show what everybody may read, and nothing is done on them.
    { source: '/((?!embed/).*)', headers: [{ key: 'X-Frame-Options', value: 'DENY' }] },
  ],
};
