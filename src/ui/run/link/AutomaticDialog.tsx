'use client'
import { useState } from 'react'
import { VENTED_AFTER_S } from '@/core/links/attendance'
import { typedNumber } from '@/core/units/decimalText'
import { leastSeconds } from '@/plans/automaticOf'
import type { AutomaticSettings } from '@/schema/links'
import type { World } from '@/schema/world'
import { NumberBox } from '../../../kit/form/boxes'
import { Choice } from '../../../kit/parts/Choice'
import { FormDialog } from '../../../kit/parts/FormDialog'
import { Refused } from '../../../kit/parts/Refused'
import type { Link } from './useLink'

type Props = { readonly world: World; readonly order: Link['order']; readonly onClose: () => void }

const RULES = [
  ['statistical', 'its slope is lost in its own noise'],
  ['window', 'it stays within a window'],
  ['time', 'it was held so long'],
] as const satisfies readonly (readonly [AutomaticSettings['settle'], string])[]
const USUAL_SECONDS = 5
const USUAL_READINGS = 5

/** How a point counts as settled and how many readings make it, before a run takes its own. */
export function AutomaticDialog({ world, order, onClose }: Props) {
  const least = leastSeconds(world)
  const [settle, setSettle] = useState<AutomaticSettings['settle']>('statistical')
  const [seconds, setSeconds] = useState(String(Math.max(USUAL_SECONDS, least)))
  const [unattended, setUnattended] = useState('0')
  const [readings, setReadings] = useState(String(USUAL_READINGS))
  const [message, setMessage] = useState<string | null>(null)
  const submit = async () => {
    const settings = {
      settle,
      seconds: typedNumber(seconds) ?? Number.NaN,
      readings: typedNumber(readings) ?? Number.NaN,
      unattendedMinutes: typedNumber(unattended) ?? Number.NaN,
    }
    if (!(settings.seconds >= 0.5 && settings.seconds <= 3600)) return setMessage('Look at it for 0.5 to 3600 s.')
    if (!(Number.isInteger(settings.readings) && settings.readings >= 1 && settings.readings <= 100))
      return setMessage('Take 1 to 100 readings at a point.')
    if (!(settings.unattendedMinutes >= 0 && settings.unattendedMinutes <= 480))
      return setMessage('It may go on alone for 0 to 480 min.')
    const answer = await order({ kind: 'begin', settings })
    setMessage(answer.isDone ? null : answer.words)
    if (answer.isDone) onClose()
  }
  return (
    <FormDialog title="Let it take its own readings" action="Begin" onClose={onClose} onSubmit={submit}>
      <p className="soft">
        From the next point on; each point is approached from its own side. It stops by itself for a leak, a point that
        does not settle, too much pressure, or a device that falls silent; whoever begins it stays beside it.
      </p>
      <Choice
        label="A point has settled once"
        value={settle}
        options={RULES}
        choose={(id) => setSettle(RULES.find(([rule]) => rule === id)?.[0] ?? settle)}
      />
      <NumberBox label="Looked at for, s" value={seconds} change={setSeconds} />
      {least > 0 && <p className="small soft">At least {least} s, for its damping and the plan of the run.</p>}
      <NumberBox label="Readings to a point" value={readings} change={setReadings} />
      <NumberBox label="May go on with no screen open for, min" value={unattended} change={setUnattended} />
      <p className="small soft">
        With no screen open for longer it is alarmed, and vented {VENTED_AFTER_S} s after that. The site’s rules say
        whether pressure may be left alone at all.
      </p>
      <Refused words={message} />
    </FormDialog>
  )
}
