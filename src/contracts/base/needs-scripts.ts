/** Where forms are sent by a browser that runs no scripts, and the page that says so. */
export const NEEDS_SCRIPTS = '/api/needs-scripts';
/** The page that says what cannot be done without scripts. */
export const NEEDS_SCRIPTS_PAGE = '/needs-scripts';
