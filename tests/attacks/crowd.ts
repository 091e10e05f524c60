import { gzipSync } from 'node:zlib';

/** The head of an empty file in a tar. */
function header(name: string): Buffer {
  const block = Buffer.alloc(512);
  block.write(name, 0);
  block.write('0000644\0' + '0000000\0' + '0000000\0' + '00000000000\0' + '00000000000\0', 100);
  block.write('        ', 148);
  block.write('0', 156);
  block.write('ustar\u000000', 257);
  const sum = block.reduce((total, byte) => total + byte, 0);
  block.write(`${sum.toString(8).padStart(6, '0')}\0 `, 148);
  return block;
}

/** A gzipped tar of so many empty letters: a megabyte for each 100,000, and a file each once it is unpacked. */
export const crowdOf = (members: number): Buffer =>
  gzipSync(Buffer.concat(Array.from({ length: members }, (_, n) => header(`mail/${n}.eml`))), { level: 1 });
