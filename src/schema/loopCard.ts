import { z } from 'zod'
import { aboveZero, choice, number, optionalNumber, titled, words, zeroOrMore } from './field'

const ITEM_KINDS = ['isolator', 'barrier', 'resistor', 'input card', 'indicator', 'recorder', 'converter'] as const

/** An item of the loop behind the transmitter, with its own calibration. */
const LoopItem = z.object({
  name: words('Item', 40),
  kind: choice('Kind', ITEM_KINDS),
  calibratedOn: words('Calibrated', 20),
  limitPercent: aboveZero('Limit, ± %'),
  error0: optionalNumber('Error at 0 %, %'),
  error50: optionalNumber('at 50 %'),
  error100: optionalNumber('at 100 %'),
  onChange: words('When the range changes', 60),
})

/** What the loop card is set up with. */
export const LoopSetUp = z.object({
  supply: titled(
    z.object({
      supplyVolts: aboveZero('Supply, V'),
      wireLength: zeroOrMore('Wire one way, m'),
      wireArea: aboveZero('Cross-section, mm²'),
      wireCelsius: number('Wire, °C'),
      burdenOhms: zeroOrMore('Others in series, Ω', 'without the input resistor'),
      leastTerminalVolts: zeroOrMore('Transmitter needs, V'),
    }),
    'Supply and wire',
  ),
  items: titled(z.array(LoopItem).max(12), 'Items behind the transmitter'),
  host: titled(
    z.object({
      name: words('Host', 40),
      senseOhms: optionalNumber('Input resistor, Ω'),
      allowancePercent: aboveZero('Loop allowance, ± %'),
      shows0: optionalNumber('Shows at 0 %'),
      shows50: optionalNumber('Shows at 50 %'),
      shows100: optionalNumber('Shows at 100 %'),
    }),
    'Host input',
  ),
})
export type LoopSetUp = z.infer<typeof LoopSetUp>
