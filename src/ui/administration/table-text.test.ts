import { textOfTable } from './table-text';

const bytes = (...all: number[]) => Uint8Array.from(all).buffer;
const utf8 = (text: string) => new TextEncoder().encode(text).buffer as ArrayBuffer;

test('UTF-8, with and without a mark', () => {
  expect(textOfTable(utf8('name\nKüche “Süd”'))).toBe('name\nKüche “Süd”');
  expect(textOfTable(utf8('\uFEFFname'))).toBe('name');
  expect(textOfTable(bytes())).toBe('');
  expect(textOfTable(utf8('n'))).toBe('n');
});

// Node 20 takes this code page for Latin-1, which has the same letters; its dashes are looked at in the browser.
test('the code page of Western Europe', () => {
  expect(textOfTable(bytes(0x4b, 0xfc, 0x63, 0x68, 0x65))).toBe('Küche');
});

test('UTF-16 as “Unicode text” is written', () => {
  expect(textOfTable(bytes(0xff, 0xfe, 0x4b, 0x00, 0xfc, 0x00))).toBe('Kü');
});
