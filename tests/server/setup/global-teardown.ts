import { rmSync } from 'node:fs';

export default function teardown(): void {
  rmSync(process.env.MADE_OFFICES!, { recursive: true, force: true });
}
