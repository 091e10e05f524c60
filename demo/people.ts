export const ORGANISATIONS = [
  'Quillmere staff',
  'Fern and Moss Circle',
  'Lakeside Choir',
  'Tansy School',
  'Bulb Exchange',
  'Hollow Lane Primary',
  'Moth Watch Quillmere',
  'Grafters’ Guild',
  'Willow Weavers',
  'Alpine House Friends',
  'Auricula Society',
  'Bat and Owl Group',
  'Compost Academy',
  'Dye Plant Collective',
  'Foxglove Care Home',
  'Garden Volunteers',
  'Herbarium Press',
  'Ink and Petal',
  'Long Border Players',
  'Meadow Makers',
  'Orchid Evening Club',
  'Pond Keepers',
  'Rootstock Strings',
  'Seed Savers Row',
  'Thornbury Celebrations',
] as const;

export const MANAGERS = ['Wren Calloway', 'Odette Finch'] as const;

export const CREWS = [
  { name: 'Tobin Ashdown', team: 'Setup' },
  { name: 'Marlo Pike', team: 'Setup' },
  { name: 'Sunniva Hart', team: 'Setup' },
  { name: 'Jory Lamb', team: 'Sound and light' },
  { name: 'Petra Quill', team: 'Refreshments' },
  { name: 'Anselm Rudd', team: 'Linen' },
  { name: 'Bettany Moor', team: 'Gates' },
] as const;

export const REQUESTERS: readonly {
  readonly name: string;
  readonly organisation: (typeof ORGANISATIONS)[number];
  /** Who may ask and change for this one. */
  readonly deputies?: readonly string[];
}[] = [
  { name: 'Isolde Marsh', organisation: 'Fern and Moss Circle' },
  { name: 'Corin Blythe', organisation: 'Lakeside Choir' },
  { name: 'Della Thrupp', organisation: 'Tansy School' },
  { name: 'Ewan Sedge', organisation: 'Bulb Exchange' },
  { name: 'Fenella Drew', organisation: 'Hollow Lane Primary' },
  { name: 'Gideon Larkin', organisation: 'Moth Watch Quillmere' },
  { name: 'Hesper Vane', organisation: 'Grafters’ Guild', deputies: ['Isolde Marsh'] },
  { name: 'Ivo Tarrant', organisation: 'Willow Weavers' },
  { name: 'Junia Peverell', organisation: 'Alpine House Friends' },
  { name: 'Kester Holm', organisation: 'Auricula Society' },
  { name: 'Liesl Orme', organisation: 'Bat and Owl Group' },
  { name: 'Magnus Tuck', organisation: 'Compost Academy' },
  { name: 'Nell Harrow', organisation: 'Dye Plant Collective' },
  { name: 'Orla Binns', organisation: 'Foxglove Care Home' },
  { name: 'Piers Wold', organisation: 'Garden Volunteers' },
  { name: 'Quentin Ashby-Lowe', organisation: 'Herbarium Press' },
  { name: 'Rosalind Eaves', organisation: 'Ink and Petal' },
  { name: 'Silas Crewe', organisation: 'Long Border Players' },
  { name: 'Tamsin Rook', organisation: 'Meadow Makers' },
  { name: 'Ursula Beck', organisation: 'Orchid Evening Club' },
  { name: 'Viggo Stamp', organisation: 'Pond Keepers' },
  { name: 'Winifred Oast', organisation: 'Rootstock Strings' },
  { name: 'Xanthe Miller-Roe', organisation: 'Seed Savers Row' },
  { name: 'Yorick Dane', organisation: 'Thornbury Celebrations' },
  { name: 'Zillah Frome', organisation: 'Quillmere staff' },
  { name: 'Ambrose Keel', organisation: 'Quillmere staff' },
  { name: 'Briony Tate', organisation: 'Garden Volunteers' },
  { name: 'Caspian Low', organisation: 'Lakeside Choir' },
  { name: 'Damaris Pell', organisation: 'Tansy School' },
  { name: 'Elowen Rudge', organisation: 'Moth Watch Quillmere' },
  { name: 'Faolan Creed', organisation: 'Pond Keepers' },
];

/** Who looks after which building, or space; with consent, nothing is approved there without theirs. */
export const STEWARDS = [
  { name: 'Linnet Ashby', of: 'Orangery Court', consent: false },
  { name: 'Rufus Teal', of: 'Old Stables', consent: false },
  { name: 'Odile Sedge', of: 'BH', consent: true },
] as const;
