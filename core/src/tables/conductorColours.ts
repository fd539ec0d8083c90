import type { ColourCode } from '../document/cable/cable.ts';

/** Letter codes of IEC 60757 (from memory) with a name and a screen colour. */
export const COLOUR_HEX: Readonly<Record<ColourCode, string>> = {
  RD: '#B3261E',
  BK: '#23201B',
  WH: '#F4F1EA',
  YE: '#E3B505',
  BU: '#2C5C9E',
  BN: '#6B4423',
  GN: '#2C6E3E',
  GNYE: '#7FA32B',
  GY: '#7A7A78',
  OG: '#D9731A',
  VT: '#6A3D8F',
};
export const COLOUR_NAME: Readonly<Record<ColourCode, string>> = {
  RD: 'red',
  BK: 'black',
  WH: 'white',
  YE: 'yellow',
  BU: 'blue',
  BN: 'brown',
  GN: 'green',
  GNYE: 'green-yellow',
  GY: 'grey',
  OG: 'orange',
  VT: 'violet',
};
/** Bare metal on the screen. */
export const BARE_COPPER_HEX = '#C9824F';
