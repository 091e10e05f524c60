import { execFileSync } from 'node:child_process';

test('no field has a limit of its own: they are those of the schemas', () => {
  const found = (pattern: string, ...paths: string[]) => {
    try {
      return execFileSync('git', ['grep', '-nE', pattern, '--', ...paths], { encoding: 'utf8' });
    } catch {
      // git grep ends with 1 where it finds nothing.
      return '';
    }
  };
  // Two letters of a mark are what a mark is.
  expect(found('maxLength=\\{([3-9]|[0-9]{2,})\\}', 'src/ui', 'src/app')).toBe('');
  expect(found('maxLength=\\{MOST_CHARACTERS', 'src/ui', 'src/app')).not.toBe('');
});
