// What spreadsheets write besides UTF-8: “Unicode text”, and the code page of Western Europe.
const UTF_16 = [0xff, 0xfe];

/** The text of a table, in whichever of three encodings a spreadsheet has written it; without a byte order mark. */
export function textOfTable(bytes: ArrayBuffer): string {
  const [first, second] = new Uint8Array(bytes, 0, Math.min(2, bytes.byteLength));
  if (first === UTF_16[0] && second === UTF_16[1]) return new TextDecoder('utf-16le').decode(bytes);
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    return new TextDecoder('windows-1252').decode(bytes);
  }
}
