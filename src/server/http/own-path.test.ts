import { ownPath } from './own-path';

test.each([
  ['/requests', '/requests'],
  ['/desk?filter=all#top', '/desk?filter=all#top'],
  ['/spaces/Gr%C3%BCner', '/spaces/Gr%C3%BCner'],
  ['//evil.example', '/'],
  ['/\\evil.example', '/'],
  ['/\t/evil.example', '/'],
  ['/\n/evil.example', '/'],
  ['\t//evil.example', '/'],
  ['/.//evil.example', '/'],
  ['/..//evil.example', '/'],
  ['/%2e//evil.example', '/'],
  ['https://evil.example', '/'],
  ['javascript:alert(1)', '/'],
  ['evil.example', '/'],
  ['', '/'],
  [undefined, '/'],
  [['/a', '/b'], '/'],
])('%j leads to %s', (given, path) => {
  expect(ownPath(given)).toBe(path);
  expect(new URL(ownPath(given), 'https://office.example').host).toBe('office.example');
});
