const EVERYWHERE = [
  { key: 'X-Content-Type-Options', value: 'nosniff' },
  { key: 'Referrer-Policy', value: 'same-origin' },
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
  // forbidden() answers with 403 and its own page. A page is loaded as it is first asked for: loading all two hundred before
  // the first answer takes longer than that answer.
  experimental: { authInterrupts: true, preloadEntriesOnStart: false },
  devIndicators: false,
  // The test command checks types; somebody's first start does not wait for it.
  typescript: { ignoreBuildErrors: true },
  headers: async () => [
    { source: '/:path*', headers: EVERYWHERE },
    // Only pages meant for it may stand in a frame: those show what everybody may read, and nothing is done on them.
    { source: '/((?!embed/).*)', headers: [{ key: 'X-Frame-Options', value: 'DENY' }] },
  ],
};
