import { z } from 'zod'
import { number, words } from '@/schema/field'

export const Unit = words('Unit', 20)

export const TrimPoint = z.object({ reference: number('Reference'), reading: number('Instrument') })
