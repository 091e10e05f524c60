// npm start: the application on the office's own database.
import { build, checkNode, install, run, tsx } from './prepare.mjs';
import { address, serve } from './serve.mjs';

checkNode();
install();
build();
run(...tsx('check-office.ts'), { advice: 'See “Running it for real” in README.md.' });
const { port, host } = address();
console.log(`Calendario listens on http://${host}:${port}`);
serve({ port, host });
