import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

/** Where the test files of one run keep the offices they make, so that each is made once for all of them. */
export default function setup(): void {
  process.env.MADE_OFFICES = mkdtempSync(join(tmpdir(), 'calendario-made-'));
}
