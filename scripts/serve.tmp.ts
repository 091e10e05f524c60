import setup from '../tests/e2e/global-setup';
import { writeFileSync } from 'node:fs';
async function main() { await setup(); writeFileSync('/tmp/e2e-base', `${process.env.E2E_BASE}\n${process.env.E2E_DATA}`); await new Promise(() => setInterval(() => undefined, 1e6)); }
void main();
