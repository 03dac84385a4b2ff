import { z } from 'zod'
import { refuseImpossible } from './configurationRules'
import { saidText } from './instrument/enteredParts'
import { shapesOfFields } from './instrument/instrumentFields'

/** A configuration as entered in numbers. Refuses what the sensor cannot do and limits that nobody could meet. */
export const ConfigurationNumbers = z.object(shapesOfFields('entered')).superRefine(refuseImpossible)

/** The same configuration as a form or an API caller sends it. */
export const ConfigurationForm = z.object(shapesOfFields('typed')).superRefine(refuseImpossible)

/** A tag: letters, digits and the separators tags are written with. */
export const Tag = saidText(40, 'tag').regex(/^[\p{L}\p{N}][\p{L}\p{N} ._/-]*$/u, {
  error: 'letters, digits, blanks and . _ / - only, beginning with a letter or digit',
})

const ChangeReason = saidText(500, 'reason')

/** A new instrument: its tag and its first configuration. */
export const NewInstrument = z.object({ tag: Tag, configuration: ConfigurationForm })

/** An edit: a further version, made from the one the person was looking at. */
export const ConfigurationEdit = z.object({
  basedOnVersion: z.int().positive(),
  reason: ChangeReason,
  configuration: ConfigurationForm,
})
