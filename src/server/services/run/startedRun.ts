import { referencesOfPoints } from '@/core/conformity/serveByReferences'
import type { Heads } from '@/core/pressure/lineHead'
import { Refusal } from '@/core/refusal'
import { refuseBeyondSensor } from '@/core/run/judge/readingNotice'
import { plannedPoints } from '@/core/run/plan/plan'
import { testPointPercents } from '@/core/run/plan/pointScale'
import { hookUpFactsOf } from '@/core/run/work/workLists'
import { isTransmitted } from '@/core/signal/signal'
import { isTwoWireLoop } from '@/core/signal/signalKind'
import { inputAtPercent } from '@/core/transfer/linearTransfer'
import { headQuestion, headsOfRun, headToAskAbout } from '@/plans/headsOfRun'
import { seriesOhms } from '@/plans/loopCard'
import type { Configuration } from '@/schema/configuration'
import type { SavedDesk } from '@/schema/desks'
import type { StartRun } from '@/schema/startRun'
import type { PlannedPoint, WorkingPressureReference, World } from '@/schema/world'

/** The loop of the instrument as its card has it; left out where no card is saved. */
export function loopOf(saved: SavedDesk<'loop'> | null): Pick<World, 'loop'> {
  if (!saved) return {}
  const { supply, host } = saved.setUp
  return {
    loop: {
      supplyVolts: supply.supplyVolts,
      seriesOhms: seriesOhms(supply, host.senseOhms),
      leastTerminalVolts: supply.leastTerminalVolts,
    },
  }
}

/** A null instrument stands beside an output that is transmitted. */
export function nullPlan({ signal }: Configuration): true {
  if (isTransmitted(signal)) return true
  throw new Refusal('readsByNull', 'the instrument has no output that a null instrument reads', 'leave it out')
}

/** The drum whose gauge glass is the reference; left out for any other reference. */
export function glassOf(reference: WorkingPressureReference, saved: SavedDesk<'vessel'> | null): Pick<World, 'glass'> {
  if (reference.principle !== 'gauge-glass') return {}
  if (saved?.setUp.kind !== 'drum')
    throw new Refusal(
      'inputReferenceId',
      `${reference.code} is a gauge glass, and no drum is set up for this instrument`,
      'set the drum up at its vessel desk first',
    )
  const { tapDistance, gravity, ambientCelsius, glassBottom, glassHeight } = saved.setUp.input
  return {
    glass: {
      tapDistanceM: tapDistance,
      gravityMPerS2: gravity,
      ambientCelsius,
      glassBottomM: glassBottom ?? 0,
      glassHeightM: glassHeight ?? tapDistance,
    },
  }
}

/**
 * What stands between reference and instrument.
 *
 * @throws {Refusal} for a filled leg beside an instrument that has no low side, or a head of a line that goes to the low side
 */
export function headsFor(input: StartRun, configuration: Configuration, siteGravityMPerS2: number | null): Heads {
  const heads = headsOfRun(input, { environment: input.environment, siteGravityMPerS2 })
  // A head counts as one of the high side: with the other sign it would go into every reading.
  if (heads.head && hookUpFactsOf({ ...heads, configuration }).pumpSide === 'low')
    throw new Refusal(
      'head.heightMillimetre',
      'the pump presses on the low side, where a height counts the other way',
      'keep the reference level with the instrument, and leave it empty',
    )
  if (!heads.lowLeg || configuration.pressureKind === 'differential') return heads
  throw new Refusal(
    'lowLeg.heightMillimetre',
    'the instrument does not measure a difference: it has no low side',
    'leave it empty',
  )
}

/**
 * A head that decides is asked about, so that no slip of a height goes into every reading.
 *
 * @throws {Refusal} where nobody has confirmed it
 */
export function refuseUnaskedHead(world: World, { isHeadConfirmed }: StartRun): void {
  const asked = headToAskAbout(world)
  if (asked && !isHeadConfirmed)
    throw new Refusal('isHeadConfirmed', headQuestion(asked, world), 'check height, sign and fill, then confirm them')
}

/** Standing still is looked at while a point is held. */
export function stabilityPlan({ stabilityPercent, dwellSeconds }: StartRun['plan']): Pick<World, 'stabilityPercent'> {
  if (stabilityPercent === null) return {}
  if (dwellSeconds === null)
    throw new Refusal(
      'plan.stabilityPercent',
      'how still a point must stand is given, and not how long it is held',
      'say how long each point is held, or leave both out',
    )
  return { stabilityPercent }
}

/** PV and AO are read where there is a loop current to compare them with. */
export function digitalPlan({ signal }: Configuration): true {
  if (isTwoWireLoop(signal)) return true
  throw new Refusal('readsDigital', 'the instrument has no 4–20 mA output to compare PV and AO with', 'leave it out')
}

/** A display is read beside an output; where the display is the output, it is read anyway. */
export function displayPlan({ signal, displayScale, hostRoot }: Configuration): true {
  if (hostRoot)
    throw new Refusal(
      'readsDisplay',
      'the display scale is that of the host, which takes the root itself',
      'leave it out',
    )
  if (!isTransmitted(signal))
    throw new Refusal('readsDisplay', 'the display is this instrument’s only output', 'leave it out: it is read anyway')
  if (displayScale) return true
  throw new Refusal(
    'readsDisplay',
    'the register does not say what the display shows at 0 % and 100 %',
    'add the display scale to the instrument, or leave it out',
  )
}

/** The points of a run: the register's or those asked for, in cycles, each with the reference that serves it. */
export function pointsOf(
  { plan }: Pick<StartRun, 'plan'>,
  configuration: Configuration,
  references: readonly WorkingPressureReference[],
): PlannedPoint[] {
  const testPoints = plan.testPoints ?? configuration.testPoints
  const percents = testPointPercents({ ...configuration, testPoints })
  for (const percent of percents) refuseBeyondSensor(inputAtPercent(percent, configuration), runBasisOf(configuration))
  const points = plannedPoints(percents, plan.pointOrder ?? configuration.pointOrder, plan.cycles)
  if (references.length === 1) return points
  const inputs = points.map(({ percent }) => inputAtPercent(percent, configuration))
  const served = referencesOfPoints(inputs, configuration.unit, references)
  const first = references[0]?.id
  return points.map((point, index) => {
    const referenceId = served[index]
    return referenceId === undefined || referenceId === first ? point : { ...point, referenceId }
  })
}

const runBasisOf = (configuration: Configuration) => ({ configuration, inputUnit: configuration.unit })
