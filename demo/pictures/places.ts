import { line, oval, path, rect, round, row, sheet } from './shapes';

const INK = '#3d3428';
const WOOD = '#a9804f';
const DARK_WOOD = '#7a5a36';
const LEAF = '#5c7a4a';
const LIGHT_LEAF = '#8da36c';
const CLAY = '#b8643f';

const arch = (x: number, base: number, w: number, h: number, fill: string): string =>
  path(
    `M${x} ${base}V${base - h + w / 2}A${w / 2} ${w / 2} 0 0 1 ${x + w} ${base - h + w / 2}V${base}Z`,
    fill,
  );

const chair = (x: number, y: number, scale: number): string =>
  rect(x, y - 46 * scale, 34 * scale, 40 * scale, '#8a4b33', `rx="${6 * scale}"`) +
  rect(x - 3 * scale, y - 8 * scale, 40 * scale, 10 * scale, '#6e3a27') +
  line(`M${x} ${y}V${y + 30 * scale}M${x + 34 * scale} ${y}V${y + 30 * scale}`, INK, 4 * scale);

const pot = (x: number, base: number, size: number): string =>
  path(`M${x - size / 2} ${base - size}h${size}l${-size * 0.14} ${size}h${-size * 0.72}Z`, CLAY) +
  rect(x - size * 0.58, base - size * 1.14, size * 1.16, size * 0.22, '#9c5233');

const plant = (x: number, base: number, h: number): string =>
  row(5, (index) => {
    const lean = (index - 2) * h * 0.24;
    return path(
      `M${x} ${base}Q${x + lean * 0.2} ${base - h * 0.7} ${x + lean} ${base - h + Math.abs(lean) * 0.4}Q${x + lean * 0.9} ${base - h * 0.4} ${x} ${base}Z`,
      index % 2 ? LEAF : LIGHT_LEAF,
    );
  });

const lemonTree = (x: number, base: number): string =>
  line(`M${x} ${base - 70}V${base - 190}`, DARK_WOOD, 10) +
  round(x, base - 240, 78, LEAF) +
  round(x - 46, base - 205, 44, LIGHT_LEAF) +
  row(6, (index) =>
    oval(x - 52 + ((index * 41) % 108), base - 268 + ((index * 29) % 70), 11, 13, '#e3b93c'),
  ) +
  pot(x, base, 74);

const hall = sheet(
  '#efe3c8',
  rect(0, 0, 1200, 90, '#e2d2ae'),
  line('M0 92H1200', '#c9b587', 6),
  row(6, (index) => arch(54 + index * 190, 500, 140, 350, '#cfe0dc')),
  row(6, (index) =>
    line(
      `M${124 + index * 190} 152V500M${54 + index * 190} 300h140M${54 + index * 190} 400h140`,
      '#ffffff',
      5,
    ),
  ),
  row(6, (index) => oval(124 + index * 190, 498, 64, 40, LIGHT_LEAF)),
  path('M0 510H1200V750H0Z', '#c69c68'),
  row(9, (index) => line(`M${600 + (index - 4) * 90} 510L${600 + (index - 4) * 260} 750`, '#b1885a', 3)),
  lemonTree(66, 590),
  lemonTree(1134, 590),
  row(9, (index) => chair(232 + index * 84, 574, 0.8)),
  row(9, (index) => chair(190 + index * 94, 664, 1)),
);

const barn = sheet(
  '#e9dcc2',
  path('M0 330L600 40L1200 330V0H0Z', '#5d4a35'),
  line('M0 330L600 40L1200 330', DARK_WOOD, 26),
  line('M170 250H1030', DARK_WOOD, 20),
  line('M600 40V250M390 142V250M810 142V250', DARK_WOOD, 16),
  rect(360, 300, 480, 250, '#fbf8ef', `stroke="${INK}" stroke-width="6"`),
  path('M420 500C470 380 520 460 560 400S680 350 780 500Z', LIGHT_LEAF),
  round(720, 370, 24, '#e0a83a'),
  rect(60, 330, 60, 260, DARK_WOOD),
  rect(1080, 330, 60, 260, DARK_WOOD),
  path('M0 590H1200V750H0Z', '#b48d5c'),
  rect(880, 440, 90, 150, WOOD),
  rect(866, 428, 118, 18, DARK_WOOD),
  row(8, (index) => chair(150 + index * 84, 622, 0.85)),
  row(9, (index) => chair(96 + index * 116, 706, 1.15)),
);

const studio = sheet(
  '#f1e8d3',
  rect(70, 70, 430, 300, '#d5e4e2', 'stroke="#ffffff" stroke-width="14"'),
  line('M285 70V370M70 220H500', '#ffffff', 10),
  path('M78 362C150 300 220 340 285 300S430 320 492 290V362Z', LIGHT_LEAF),
  row(3, (shelf) => rect(580, 180 + shelf * 130, 550, 16, WOOD)),
  row(6, (index) => pot(630 + index * 90, 180, 52)),
  row(5, (index) => plant(640 + index * 105, 262, 64) + pot(640 + index * 105, 310, 50)),
  row(4, (index) => plant(650 + index * 135, 376, 90) + pot(650 + index * 135, 440, 64)),
  path('M0 560H1200V750H0Z', '#d0b488'),
  rect(90, 500, 1020, 34, WOOD),
  rect(90, 534, 1020, 12, DARK_WOOD),
  row(4, (index) => rect(130 + index * 300, 546, 28, 180, DARK_WOOD)),
  row(2, (index) => plant(190 + index * 330, 440, 80) + pot(190 + index * 330, 500, 58)),
  oval(360, 496, 70, 16, '#5b4330'),
  line('M820 494l90 -50', DARK_WOOD, 12),
  path('M905 452l40 -34l16 20l-36 32Z', '#8b8f90'),
);

const library = sheet(
  '#e8dcc3',
  rect(0, 0, 1200, 560, '#dccaa6'),
  rect(70, 60, 760, 470, DARK_WOOD),
  row(40, (index) => {
    const [x, y] = [86 + (index % 8) * 92, 76 + Math.floor(index / 8) * 89];
    return (
      rect(x, y, 84, 80, WOOD) + rect(x + 18, y + 14, 48, 22, '#f4ecd8') + round(x + 42, y + 56, 8, '#d8b45b')
    );
  }),
  arch(900, 430, 210, 350, '#cfe0dc'),
  line('M1005 84V430M900 260h210', '#ffffff', 8),
  rect(880, 430, 250, 20, WOOD),
  plant(950, 372, 74),
  pot(950, 430, 56),
  plant(1060, 380, 60),
  pot(1060, 430, 48),
  path('M0 560H1200V750H0Z', '#b8925f'),
  path('M220 600H980L1060 650H140Z', '#8f6a3e'),
  rect(140, 650, 920, 22, DARK_WOOD),
  row(5, (index) => oval(300 + index * 150, 622, 44, 12, '#f4ecd8')),
  row(20, (index) =>
    round(276 + Math.floor(index / 4) * 150 + (index % 4) * 16, 620 + (index % 2) * 6, 4, '#5b4330'),
  ),
);

const terrace = sheet(
  '#cfe1e6',
  round(960, 140, 62, '#f2d27a'),
  path('M0 330C180 230 320 300 480 260S820 210 1200 300V380H0Z', LEAF),
  path('M0 350C240 290 420 330 640 310S980 300 1200 340V390H0Z', LIGHT_LEAF),
  rect(0, 370, 1200, 180, '#7fa9b8'),
  row(14, (index) =>
    line(`M${(index * 173) % 1100} ${400 + ((index * 37) % 130)}h${60 + ((index * 23) % 60)}`, '#a9c8d2', 5),
  ),
  path('M640 452q70 34 170 0l-16 34h-138Z', '#8a4b33'),
  line('M726 448V350', INK, 5),
  path('M0 540H1200V750H0Z', '#b99a6c'),
  row(7, (index) => line(`M0 ${566 + index * 28}H1200`, '#a08155', 3)),
  rect(0, 500, 1200, 12, DARK_WOOD),
  row(13, (index) => rect(20 + index * 96, 500, 12, 66, DARK_WOOD)),
  row(3, (index) => {
    const x = 240 + index * 360;
    return (
      path(`M${x - 130} 430L${x} 350L${x + 130} 430Z`, index % 2 ? '#e9dcc2' : CLAY) +
      line(`M${x} 360V640`, INK, 8) +
      oval(x, 640, 96, 22, '#efe3c8') +
      line(`M${x} 650V712`, INK, 10)
    );
  }),
);

const lawn = sheet(
  '#d8e6e3',
  path('M0 360C260 300 520 350 760 318S1080 320 1200 350V420H0Z', '#7f9a68'),
  path('M0 400H1200V750H0Z', '#9db476'),
  row(6, (index) =>
    path(`M${index * 220 - 60} 750L${index * 130 + 280} 400h60L${index * 220 + 60} 750Z`, '#a8bd80'),
  ),
  row(7, (index) => {
    const [x, y, r] = [90 + index * 172, 430 + (index % 2) * 60, 70 + (index % 3) * 14];
    return (
      line(`M${x} ${y + 20}V${y - r * 1.1}`, DARK_WOOD, 14) +
      round(x, y - r * 1.6, r, index % 2 ? LEAF : '#6b8a55') +
      row(6, (apple) =>
        round(x - r * 0.6 + ((apple * 37) % (r * 1.2)), y - r * 1.9 + ((apple * 23) % r), 8, '#c14f36'),
      )
    );
  }),
  row(
    4,
    (index) =>
      rect(250 + index * 190, 600 + (index % 2) * 40, 130, 14, WOOD) +
      rect(262 + index * 190, 614 + (index % 2) * 40, 10, 40, DARK_WOOD) +
      rect(358 + index * 190, 614 + (index % 2) * 40, 10, 40, DARK_WOOD),
  ),
);

/** Drawings of some of the garden's spaces by code, each with what is seen on it. */
export const PLACE_PICTURES: Readonly<Record<string, { readonly about: string; readonly drawing: string }>> =
  {
    QH: { about: 'Quince Hall with two rows of chairs before its six arched windows', drawing: hall },
    LB: { about: 'Lecture Barn: open roof beams over a screen and a lectern', drawing: barn },
    PS: { about: 'Potting Studio: a long bench and shelves of clay pots', drawing: studio },
    SL: { about: 'Seed Library: a wall of small drawers and a table to sort at', drawing: library },
    TE: { about: 'Boathouse Terrace: three tables under parasols above the lake', drawing: terrace },
    OL: { about: 'Orchard Lawn: benches on mown grass under apple trees', drawing: lawn },
  };
