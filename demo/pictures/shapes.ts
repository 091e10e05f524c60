/** Shapes of the demo's drawings, as SVG. Lengths are points of a sheet of 1200 by 750. */
export const SHEET = { width: 1200, height: 750 } as const;

export const rect = (x: number, y: number, w: number, h: number, fill: string, more = ''): string =>
  `<rect x="${x}" y="${y}" width="${w}" height="${h}" fill="${fill}" ${more}/>`;

export const path = (d: string, fill: string, more = ''): string => `<path d="${d}" fill="${fill}" ${more}/>`;

export const line = (d: string, stroke: string, width = 4): string =>
  path(d, 'none', `stroke="${stroke}" stroke-width="${width}" stroke-linecap="round"`);

export const round = (x: number, y: number, r: number, fill: string): string =>
  `<circle cx="${x}" cy="${y}" r="${r}" fill="${fill}"/>`;

export const oval = (x: number, y: number, rx: number, ry: number, fill: string): string =>
  `<ellipse cx="${x}" cy="${y}" rx="${rx}" ry="${ry}" fill="${fill}"/>`;

/** One of a row of equal things, by its place in it. */
export const row = (count: number, draw: (index: number) => string): string =>
  Array.from({ length: count }, (_, index) => draw(index)).join('');

export const sheet = (ground: string, ...shapes: readonly string[]): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="${SHEET.width}" height="${SHEET.height}" viewBox="0 0 ${SHEET.width} ${SHEET.height}">${rect(0, 0, SHEET.width, SHEET.height, ground)}${shapes.join('')}</svg>`;
