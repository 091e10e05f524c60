// npm start: the application on the office's own database; an empty folder asks for its first day in the browser.
import { checkNode, installAndBuild } from './prepare.mjs';
import { address, serve } from './serve.mjs';

checkNode();
await installAndBuild();
const { port, host } = address();
console.log(`Calendario listens on http://${host}:${port}`);
serve({ port, host });
