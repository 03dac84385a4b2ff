import type { LoggedAct, Observation } from '@/bench/practice/course'
import type { JudgedPart, Left } from '@/bench/practice/judgement'
import { LOOKS } from '@/bench/practice/looks'
import type { RigAct } from '@/bench/rig/actOnRig'
import { RIG_FAULTS } from '@/bench/rig/rigFaults'
import { withDecimalMark } from '@/core/format/decimalMark'
import { formatFixed, formatPlain, formatSigned } from '@/core/format/formatNumber'
import { VALVES } from '@/core/run/work/valves'
import { hazardWords } from './rigWords'

const three = (value: number) => formatPlain(Number(value.toPrecision(4)))
const LEFT: Record<Left, string> = {
  valves: 'valves do not stand as in service',
  hose: 'the hose is still on',
  fill: 'the leg is not filled',
  supply: 'the supply is off',
  held: 'the current is still held',
}

/** A judged part: what it is called, and why it came out as it did. */
export function judgedWords(part: JudgedPart): { readonly title: string; readonly why: string } {
  switch (part.part) {
    case 'cause':
      return {
        title: 'What is wrong',
        why:
          part.share === 1
            ? `You said that ${RIG_FAULTS[part.fault].title}, and so it is.`
            : part.named === null
              ? `You did not say. In truth ${RIG_FAULTS[part.fault].title}.`
              : `You said that ${RIG_FAULTS[part.named].title}; in truth ${RIG_FAULTS[part.fault].title}.`,
      }
    case 'cure':
      return { title: 'How it was left', why: cureWords(part) }
    case 'order':
      return {
        title: 'Order and safety',
        why:
          part.hazards.length === 0 && part.overloadPa === null
            ? 'Nothing was opened or closed that should not have been.'
            : [
                ...part.hazards.map(hazardWords),
                ...(part.overloadPa === null
                  ? []
                  : [`The cell had ${formatFixed(Math.abs(part.overloadPa) / 1e5, 1)} bar across it.`]),
              ].join(' '),
      }
    case 'restored':
      return {
        title: 'Back in service',
        why:
          part.left.length === 0
            ? 'Everything stands as it does in service.'
            : `Left so: ${part.left.map((each) => LEFT[each]).join('; ')}.`,
      }
    case 'readings':
      return {
        title: 'Readings and looks',
        why: `${part.taken} were taken; by what tells most each time, ${part.needed} would have done.${part.isToldRightly ? '' : ' They do not count where what they tell was not seen.'}`,
      }
    case 'overshoot':
      return {
        title: 'Pressure',
        why:
          part.beyondPercent < 0.5
            ? 'It never went beyond the range.'
            : `It went ${formatFixed(part.beyondPercent, 0)} % of the span beyond the range.`,
      }
    case 'time':
      return {
        title: 'Time',
        why: `${formatFixed(part.seconds / 60, 0)} min at the rig; ${formatFixed(part.usual / 60, 0)} min are usual for this one.`,
      }
    default:
      return part satisfies never
  }
}

function cureWords({ errorPercent, needless }: Extract<JudgedPart, { part: 'cure' }>): string {
  const left =
    errorPercent === null
      ? 'It gives no output.'
      : `Its largest error is ${formatFixed(errorPercent, 2)} % of span, up and down${errorPercent <= 0.3 ? '' : `: outside ±${withDecimalMark('0.3')} %`}.`
  return needless === 0 ? left : `${left} ${needless} × something was put right that was not wrong.`
}

/** Something that was done, in words. */
export function practiceActWords({ act }: LoggedAct, unit: string): string {
  switch (act.do) {
    case 'rig':
      return rigActWords(act.act, unit)
    case 'read':
      return 'noted what everything shows'
    case 'look':
      return LOOKS[act.at].title.charAt(0).toLowerCase() + LOOKS[act.at].title.slice(1)
    case 'name':
      return `said: ${RIG_FAULTS[act.cause].title}`
    case 'put-right':
      return 'put right what was named'
    case 'finish':
      return 'finished'
    default:
      return act satisfies never
  }
}

function rigActWords(act: RigAct, unit: string): string {
  switch (act.act) {
    case 'valve':
      return `${VALVES[act.valve]} ${act.to}`
    case 'hose':
      return `hose ${act.to}`
    case 'pump':
      return act.to === 'vented' ? 'pump vented' : 'pump at work'
    case 'stroke':
      return 'one stroke'
    case 'press':
      return `screw of the pump ${formatFixed(act.to * 100, 0)} % in`
    case 'source':
      return act.to === null ? 'source let go' : `source to ${three(act.to)} ${unit}`
    case 'regulator':
      return act.to === null ? 'regulator shut' : `regulator to ${three(act.to)} ${unit}`
    case 'supply':
      return `supply ${act.to}`
    case 'screw':
      return `${act.screw} screw ${formatSigned(act.turns, 3)} turns`
    case 'fill':
      return act.to === 'lost' ? 'leg drained' : 'leg filled again'
    case 'write':
      return writtenWords(act.written, unit)
    default:
      return act satisfies never
  }
}

function writtenWords(written: Extract<RigAct, { act: 'write' }>['written'], unit: string): string {
  switch (written.what) {
    case 'range':
      return `range ${three(written.lrv)} … ${three(written.urv)} ${unit}`
    case 'damping':
      return `damping ${three(written.seconds)} s`
    case 'transfer':
      return 'transfer set'
    case 'zero-trim':
      return 'zero trim'
    case 'sensor-trim':
      return `${written.end} sensor trim to ${three(written.truth)} ${unit}`
    case 'output-trim':
      return `${written.end} output trim to ${formatFixed(written.measured, 4)} mA`
    case 'fixed-current':
      return written.milliamp === null ? 'current follows again' : `current held at ${three(written.milliamp)} mA`
    case 'protection':
      return `write protection ${written.isOn ? 'on' : 'off'}`
    default:
      return written satisfies never
  }
}

const TOLD: Readonly<Record<string, readonly [name: string, unit: string]>> = {
  lrv: ['LRV', ''],
  urv: ['URV', ''],
  dampingSeconds: ['damping', ' s'],
  heldMilliamp: ['current held at', ' mA'],
  isProtected: ['write protection', ''],
  supplyVolts: ['supply', ' V'],
  loopOhm: ['loop', ' Ω'],
  terminalVolts: ['terminals', ' V'],
  began: ['shut in at', ''],
  fell: ['fell by', ''],
  seconds: ['in', ' s'],
  bubbles: ['bubbles', ''],
  other: ['the other shows', ''],
  own: ['yours shows', ''],
  step: ['its last digit', ''],
  leg: ['the leg is', ''],
  celsius: ['body', ' °C'],
  deviationPercent: ['scatter', ' % of span'],
  paPerSecond: ['it moves by', ' Pa a second'],
  strokeM3: ['a stroke gives, of what it should', ' %'],
}

/** What was seen, in a line. */
export function observationWords(
  observation: Observation,
  { unit, strokeM3 }: { unit: string; strokeM3: number },
): string {
  if (observation.kind === 'reading') {
    const { reference, milliamp, outputKPa, pv, ao } = observation.reading
    return [
      `reference ${three(reference)} ${unit}`,
      ...(milliamp === null ? [] : [`meter ${formatFixed(milliamp, 4)} mA`]),
      ...(outputKPa === null ? [] : [`output ${formatFixed(outputKPa, 2)} kPa`]),
      ...(pv === null ? [] : [`PV ${three(pv)} ${unit}`]),
      ...(ao === null ? [] : [`AO ${formatFixed(ao, 4)} mA`]),
    ].join(', ')
  }
  const told = Object.entries(observation.told).flatMap(([key, value]) => {
    const [name, of] = TOLD[key] ?? [key, '']
    if (value === null) return key === 'heldMilliamp' ? [] : [`${name}: nothing to see`]
    if (key === 'strokeM3') return [`${name} ${formatFixed((Number(value) / strokeM3) * 100, 0)}${of}`]
    return [`${name} ${typeof value === 'number' ? three(value) : value}${of}`]
  })
  return `${LOOKS[observation.look].title}: ${told.join(', ')}`
}
