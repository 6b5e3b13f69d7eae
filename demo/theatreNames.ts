export const plays = [
  'The Salt Almanac',
  'A Lamp for Orrin',
  'Seven Doors of Maple Street',
  'The Clockmaker’s Orchard',
  'Nettle and Thorn',
  'Midwinter Ferry',
  'The Paper Admiral',
  'Gulls over Tarn Quay',
  'An Honest Ghost',
  'The Marrow Hill Players',
  'Quiet Thunder',
  'The Last Lighthouse Ball',
  'Ash and Amber',
  'Two Umbrellas',
];

export const firstNames = [
  'Ada',
  'Bram',
  'Cosima',
  'Dorrit',
  'Edvin',
  'Fenna',
  'Gil',
  'Hesper',
  'Ivo',
  'Junia',
  'Kester',
  'Lunet',
  'Milo',
  'Nerys',
  'Osk',
  'Perdita',
  'Quill',
  'Rosalba',
  'Silvan',
  'Tamsin',
  'Ulla',
  'Vesper',
  'Wilmot',
  'Yara',
];

export const lastNames = [
  'Ashgrove',
  'Brindle',
  'Corvane',
  'Dunmarsh',
  'Ellerby',
  'Farthing',
  'Grayling',
  'Holloway',
  'Inchbald',
  'Jessamy',
  'Kettlewell',
  'Larkmoor',
  'Merriden',
  'Northcote',
  'Oakhanger',
  'Pellow',
  'Quarrie',
  'Rookwood',
  'Silverdale',
  'Thistleton',
];

export const colours = [
  'Blue',
  'Crimson',
  'Ivory',
  'Moss green',
  'Black',
  'Ochre',
  'Plum',
  'Silver',
  'Russet',
  'Teal',
  'Rose',
  'Charcoal',
];

export const fabrics = ['velvet', 'wool', 'silk', 'linen', 'brocade', 'cotton', 'satin', 'tweed'];

export const pieces = [
  'tailcoat',
  'gown',
  'waistcoat',
  'breeches',
  'cloak',
  'bonnet',
  'bodice',
  'petticoat',
  'frock coat',
  'cape',
  'shawl',
  'doublet',
  'apron',
  'top hat',
  'boots',
  'gloves',
];

export const conditions = ['As new', 'Good', 'Worn', 'Poor'];

export const sizes = ['XS', 'S', 'M', 'L', 'XL'];

export const faults = [
  'Torn lining',
  'Missing button',
  'Loose hem',
  'Broken zip',
  'Split seam',
  'Moth hole',
  'Stained cuff',
  'Frayed braid',
  'Worn heel',
  'Loose sequins',
];

export const roles = [
  'The harbour master',
  'First lamplighter',
  'A widow of Tarn Quay',
  'The orchard keeper',
  'Second gull',
  'The ferryman',
  'A travelling tailor',
  'The honest ghost',
  'Captain Marrow',
  'A chorus of clocks',
];

export const places = ['Rail A', 'Rail B', 'Rail C', 'Hat wall', 'Shoe loft', 'Trunk 4', 'Trunk 7'];

export const crew = ['Hesper Pellow', 'Ivo Dunmarsh', 'Nerys Quarrie'];
