import { readableAddress } from './broken-address';

test.each([
  ['/places/%E0%A4%A', '/no-such-page'],
  ['/api/%', '/no-such-page'],
  ['/places/QH?q=%E0%A4%A', '/places/QH?q=%E0%A4%A'],
  ['/places/Gr%C3%BCner%20Saal', '/places/Gr%C3%BCner%20Saal'],
  ['/', '/'],
])('%s is read as %s', (given, read) => {
  expect(readableAddress(given)).toBe(read);
});
