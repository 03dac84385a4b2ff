import { type WorkStep, workStep } from '../run/work/workStep'

/**
 * The cold procedure of a drum level with a filled reference leg. Common practice, no source; the site's permit and the
 * boiler's own instructions go before it.
 */
export const COLD_DRUM_STEPS: readonly WorkStep[] = [
  workStep('prime', 'Fill the pot until water runs from its vent', 'air in the leg is a level that is not there'),
  workStep(
    'clear',
    'Equaliser open, both lines vented until the water is clear',
    'what is left of sludge or air comes out now or in service',
  ),
  workStep(
    'close-equaliser',
    'Close the equaliser before anything is zeroed',
    'open, it makes both sides the same and any zero look right',
  ),
  workStep(
    'bottom',
    'Drain slowly to the bottom of the glass: 0 %. Zero at the lower end of the output',
    'slowly: the leg must stay full',
  ),
  workStep(
    'top',
    'Fill to the top of the glass: 100 %. Span at the upper end of the output',
    'the top of the glass, not the margin above it that is kept free for safety',
  ),
  workStep('middle', 'Check the middle', 'about 1 % off is usual before it has been hot'),
]

/** What follows at operating pressure. Common practice, no source. */
export const HOT_DRUM_STEPS: readonly WorkStep[] = [
  workStep(
    'settle',
    'Let it stand at operating pressure until leg and glass have their temperature',
    'both drift until then',
  ),
  workStep(
    'compare',
    'Compare with the glass, corrected for its colder water',
    'a glass shows less than the drum holds: at 50 % of the glass the drum stands higher',
  ),
  workStep(
    'record',
    'Computed hot range: write it, and calibrate. Or: shift the output by the difference, recorded as an offset',
    'an offset is right at one level only; the computed range at all of them',
  ),
]
