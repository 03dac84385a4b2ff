import type { Tone } from './scene'

/** Every colour of one theme. Contrast of text tones on their grounds is at least 4.5:1 in each (checked in the test). */
export type Palette = Record<
  Tone | 'clayText' | 'brassGround' | 'onBrass' | 'onGraphiteSoft' | 'verdigrisLine' | 'ochreGround',
  string
>

/** Paper and ink. */
export const LIGHT: Palette = {
  paper: '#f3f0e8',
  card: '#fbfaf5',
  ink: '#20262a',
  soft: '#566065',
  rule: '#d9d3c5',
  graphite: '#2b3236',
  onGraphite: '#f5f2ea',
  onGraphiteSoft: '#c6c9c6',
  brass: '#8a5b0c',
  brassGround: '#f3e5c6',
  onBrass: '#ffffff',
  verdigris: '#17705f',
  verdigrisLine: '#17705f',
  verdigrisGround: '#dcebe4',
  verdigrisInner: '#c6dfd5',
  clay: '#a93522',
  clayText: '#a02f1d',
  clayGround: '#f4dcd5',
  ochre: '#7d5600',
  ochreGround: '#f4e8c8',
}

/** Graphite and chalk, for a dim control room. */
export const DARK: Palette = {
  paper: '#1b2023',
  card: '#23292d',
  ink: '#ece9e1',
  soft: '#a9b0b1',
  rule: '#3d464b',
  graphite: '#0f1315',
  onGraphite: '#f3f0e8',
  onGraphiteSoft: '#b9bdbb',
  brass: '#e0ab52',
  brassGround: '#42351c',
  onBrass: '#1b1507',
  verdigris: '#63c9b1',
  verdigrisLine: '#63c9b1',
  verdigrisGround: '#1f3a35',
  verdigrisInner: '#275047',
  clay: '#f28a74',
  clayText: '#f79a86',
  clayGround: '#4a2520',
  ochre: '#e3b54a',
  ochreGround: '#40351a',
}

/** Black on white with strong lines, for a screen in the sun. */
export const SUN: Palette = {
  paper: '#ffffff',
  card: '#ffffff',
  ink: '#000000',
  soft: '#2b2b2b',
  rule: '#6b6b6b',
  graphite: '#000000',
  onGraphite: '#ffffff',
  onGraphiteSoft: '#ffffff',
  brass: '#5c3900',
  brassGround: '#ffe9b0',
  onBrass: '#ffffff',
  verdigris: '#00473a',
  verdigrisLine: '#00473a',
  verdigrisGround: '#dff3ea',
  verdigrisInner: '#b4e0cf',
  clay: '#8c1500',
  clayText: '#8c1500',
  clayGround: '#ffd9cf',
  ochre: '#573b00',
  ochreGround: '#ffedb8',
}
