import { rmSync } from 'node:fs';

export default function teardown(): void {
  if (process.env.E2E_DEMO) rmSync(process.env.E2E_DEMO, { recursive: true, force: true });
}
