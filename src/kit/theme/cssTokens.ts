import { DARK, LIGHT, type Palette, SUN } from '@/pictures/palette'

const block = (selector: string, palette: Palette) =>
  `${selector}{${Object.entries(palette)
    .map(([name, value]) => `--${name.replace(/[A-Z]/g, (letter) => `-${letter.toLowerCase()}`)}:${value}`)
    .join(';')}}`

/** The palettes as CSS variables, e.g. `--verdigris-ground`, chosen by `data-theme` on the root element; paper is light. */
export const cssTokens = [
  block(':root', LIGHT),
  block('[data-theme="dark"]', DARK),
  block('[data-theme="sun"]', SUN),
  `@media print{${block(':root,[data-theme]', LIGHT)}}`,
].join('')
