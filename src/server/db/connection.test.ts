import { existsSync, mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { dataFolder } from '../platform/settings';
import { openDatabase } from './connection';

afterEach(() => {
  delete process.env.NEXT_PHASE;
});

test('while the pages are built no database is opened, no data folder asked for, and nothing made', () => {
  const file = join(mkdtempSync(join(tmpdir(), 'calendario-build-')), 'calendario.sqlite');
  process.env.NEXT_PHASE = 'phase-production-build';
  expect(() => openDatabase(file)).toThrow(/while the pages are built: ask for cookies/);
  expect(() => dataFolder()).toThrow(/while the pages are built/);
  expect(existsSync(file)).toBe(false);
});
