// npm run demo: from a bare checkout to the running Quillmere demo; each step is skipped when it is done already.
import { checkNode, installAndBuild, run, tsx } from './prepare.mjs';
import { address, serve } from './serve.mjs';

checkNode();
await installAndBuild();
run(...tsx('seed-demo.ts'), {
  advice: 'Is the data folder writable? It is ./data, or what CALENDARIO_DATA names.',
});
const { port, host } = address();
console.log(`
Quillmere Botanic Garden is open:  http://${host.includes(':') ? `[${host}]` : host}:${port}

  looking needs no account; to sign in (password quillmere-2027):
  requester   isolde.marsh@quillmere.example
  manager     wren.calloway@quillmere.example
  manager     odette.finch@quillmere.example
  crew        tobin.ashdown@quillmere.example
  steward     odile.sedge@quillmere.example

  Ctrl+C ends it. Is the port taken? PORT=3001 npm run demo
`);
serve({ port, host });
