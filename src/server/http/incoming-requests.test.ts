import { readdirSync, readFileSync } from 'node:fs';
import type { IncomingMessage } from 'node:http';
import { join } from 'node:path';
import { FOR_FILES, networkOf, readableAddress, sourceOf } from './incoming-requests';

test.each([
  ['/spaces/%E0%A4%A', '/no-such-page'],
  ['/api/%', '/no-such-page'],
  ['/spaces/QH?q=%E0%A4%A', '/spaces/QH?q=%E0%A4%A'],
  ['/spaces/Gr%C3%BCner%20Saal', '/spaces/Gr%C3%BCner%20Saal'],
  ['/', '/'],
])('%s is read as %s', (given, read) => {
  expect(readableAddress(given)).toBe(read);
});

test.each([
  ['203.0.113.7', '203.0.113.7'],
  ['::ffff:203.0.113.7', '203.0.113.7'],
  ['2001:db8:1:2:3:4:5:6', '2001:db8:1:2'],
  ['2001:0db8:0001:0002::9', '2001:db8:1:2'],
  ['2001:db8::9', '2001:db8:0:0'],
  ['fe80::1%eth0', 'fe80:0:0:0'],
  ['::1', '0:0:0:0'],
])('%s is of the network %s', (address, network) => {
  expect(networkOf(address)).toBe(network);
});

describe('where a request comes from', () => {
  const request = (headers: Record<string, string>) =>
    ({ headers, socket: { remoteAddress: '127.0.0.1' } }) as unknown as IncomingMessage;

  test('is the other end of the connection, whatever the sender writes', () => {
    expect(sourceOf(request({ 'x-forwarded-for': '203.0.113.7' }), null)).toBe('127.0.0.1');
  });

  test('is what the trusted proxy added last; what stands before it was sent by the client', () => {
    const spoofed = request({ 'x-forwarded-for': '198.51.100.1, 203.0.113.7' });
    expect(sourceOf(spoofed, 'X-Forwarded-For')).toBe('203.0.113.7');
    expect(sourceOf(request({}), 'X-Forwarded-For')).toBe('127.0.0.1');
  });

  test.each([
    ['203.0.113.7:4711', '203.0.113.7'],
    ['[2001:db8:1:2::9]:4711', '2001:db8:1:2'],
    ['[2001:db8:1:2::9]', '2001:db8:1:2'],
  ])('is told without its port: %s', (told, source) => {
    expect(sourceOf(request({ 'x-forwarded-for': told }), 'X-Forwarded-For')).toBe(source);
  });
});

test('every route that takes files is one whose size its own bound decides', () => {
  const routes = readdirSync('src/app/api', { recursive: true, encoding: 'utf8' })
    .filter((file) => file.endsWith('/route.ts'))
    .filter((file) => readFileSync(join('src/app/api', file), 'utf8').includes('uploadRoute('));
  expect(routes.length).toBeGreaterThan(2);
  for (const file of routes) expect(`/api/${file.replace('/route.ts', '')}`).toMatch(FOR_FILES);
});
