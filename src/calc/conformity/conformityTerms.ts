import { z } from 'zod'
import { GUARD_BAND_IDS, type GuardBand } from '@/core/conformity/guardBand'
import { worked } from '@/core/workings/workings'
import { titled, words } from '@/schema/field'

export const Unit = words('Unit', 20)

export const Guard = titled(z.enum(GUARD_BAND_IDS as [GuardBand, ...GuardBand[]]), 'Guard band') // never empty

export const JCGM106 = 'JCGM 106:2012'

export const guardStep = (
  guardBand: GuardBand,
  limit: number,
  uncertainty: number,
  acceptance: number,
  unit: string,
) => ({
  finds: 'acceptance limit',
  formula: {
    none: 'A = TL',
    'expanded-uncertainty': 'A = TL − U',
    'root-difference': 'A = √(TL² − U²)',
    'tur-based': 'A = TL − U · max(0, 1.04 − e^(0.38 · ln(TL / U) − 0.54))',
  }[guardBand],
  from: [worked('TL', limit, unit), worked('U', uncertainty, unit)],
  result: worked('A', acceptance, unit),
  source:
    guardBand === 'tur-based' ? 'ANSI/NCSL Z540.3 handbook, ratio-based method (from memory)' : 'ILAC-G8:09/2019, 4.2',
})
