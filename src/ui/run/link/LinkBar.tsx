'use client'
import Button from '@mui/material/Button'
import { useEffect, useRef, useState } from 'react'
import { formatFixed } from '@/core/format/formatNumber'
import { decimalsShown } from '@/core/run/judge/decimalsShown'
import { pressureUnitLabel } from '@/core/units/pressureUnit'
import type { LinkAct, LinkShown } from '@/schema/links'
import type { World } from '@/schema/world'
import { FormDialog } from '../../../kit/parts/FormDialog'
import { Mark } from '../../../kit/parts/Mark'
import { Notice } from '../../../kit/parts/Notice'
import { isTyping } from '../../shell/isTyping'
import { Key } from '../../shell/Key'
import { isKeyOf } from '../../shell/keys'
import { AutomaticDialog } from './AutomaticDialog'
import type { Link } from './useLink'

type Props = {
  readonly link: Link
  readonly world: World
  /** Whether the run is at a stage, and of a kind, that takes its own readings. */
  readonly takesOwn: boolean
  /** Whether this person may drive a source. */
  readonly mayDrive: boolean
}

/** What the devices show, whoever is in the run, and Vent: in reach at every stage, by `v` too. */
export function LinkBar({ link, world, takesOwn, mayDrive }: Props) {
  const { shown, said, order } = link
  const [isVenting, setVenting] = useState(false)
  const [isAsking, setAsking] = useState(false)
  const [isLettingGo, setLettingGo] = useState(false)
  const vent = async () => {
    setVenting(true)
    await order({ kind: 'vent' })
    setVenting(false)
  }
  useVentKey(link.isFollowed ? vent : null)
  useStay(mayDrive && shown?.isPressed === true)
  if (!link.isFollowed) return null
  const ventButton = (words: string) => (
    <Button
      className="link-vent"
      size="large"
      variant="contained"
      color="error"
      disabled={isVenting}
      onClick={() => void vent()}
    >
      {words} <Key of="vent" />
    </Button>
  )
  // Nothing is heard of them yet, or no more: a vent is wanted all the same.
  if (!shown)
    return (
      <section className="link-bar" aria-label="Linked devices">
        <span className="small soft">Devices are linked; how they stand is not known here yet.</span>
        <span className="link-acts">{ventButton('Vent')}</span>
        {said && <Answered {...said} />}
      </section>
    )
  const { automatic, alarm, ended } = shown
  const unit = pressureUnitLabel(shown.unit)
  return (
    <section className="link-bar" aria-label="Linked devices">
      <ul className="link-devices small num">
        {shown.devices.map(({ name, isAlive, kind, trouble }, index) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: devices stand in a fixed order
          <li key={index} className={isAlive && !trouble ? '' : 'tone-outside'}>
            <Mark mark={isAlive && !trouble ? 'inside' : 'outside'} size={11} /> {name}
            {!isAlive && <strong> does not answer</strong>}
            {isAlive && trouble && <strong> {trouble}</strong>}
            {isAlive && kind === 'source' && shown.applied !== null && (
              <>
                {' '}
                <b>
                  {formatFixed(shown.applied, decimalsShown(world, []).target)} {unit}
                </b>{' '}
                <span className="soft">{shown.isSteady ? 'steady' : 'moving'}</span>
              </>
            )}
          </li>
        ))}
      </ul>
      {automatic && <span className="small num">{progressWords(automatic)}</span>}
      <span className="link-acts">
        {mayDrive && !automatic && takesOwn && (
          <Button size="small" variant="contained" onClick={() => setAsking(true)}>
            Let it take its own readings…
          </Button>
        )}
        {mayDrive && !automatic && !shown.isVentOwed && (
          <Button
            size="small"
            variant="outlined"
            onClick={() => (shown.isPressed ? setLettingGo(true) : void order({ kind: 'end' }))}
          >
            Let go of them
          </Button>
        )}
        {mayDrive && shown.isVentOwed && (
          <Button variant="outlined" onClick={() => order({ kind: 'vented-by-hand' })}>
            I vented it by hand
          </Button>
        )}
        {ventButton(`Vent to 0 ${unit}`)}
      </span>
      {alarm && (
        <Notice tone="outside" role="alert" isSmall>
          <strong>{alarm}</strong>
        </Notice>
      )}
      {ended && !alarm && (
        <Notice isSmall role="status">
          {ended}
        </Notice>
      )}
      {said && <Answered {...said} />}
      {isLettingGo && (
        <FormDialog
          title="Let go of a source under pressure?"
          action="Let go of it"
          onClose={() => setLettingGo(false)}
          onSubmit={async () => {
            await order({ kind: 'end' })
            setLettingGo(false)
          }}
        >
          <p>
            It keeps its pressure, and nothing here looks after it any more: no limit, no alarm, no vent of its own.
            Vent first, or stay with it.
          </p>
        </FormDialog>
      )}
      {isAsking && <AutomaticDialog world={world} order={order} onClose={() => setAsking(false)} />}
    </section>
  )
}

/** What came of an order; what a dialog or a panel asked for is answered there. */
function Answered({ isDone, words, of }: NonNullable<Link['said']>) {
  if (!isDone && !ANSWERED_THERE.has(of))
    return (
      <Notice tone="outside" isSmall role="alert">
        {words}
      </Notice>
    )
  return isDone && ANSWERED_HERE.has(of) ? (
    <p className="small" role="status">
      {words}
    </p>
  ) : null
}

const ANSWERED_HERE: ReadonlySet<string> = new Set<LinkAct['kind']>(['vent', 'vented-by-hand'])
const ANSWERED_THERE: ReadonlySet<string> = new Set<LinkAct['kind']>(['begin', 'set', 'trim'])

const progressWords = ({ place, count, secondsLeft, startedBy }: NonNullable<LinkShown['automatic']>) =>
  `takes its own readings, begun by ${startedBy} · ${place} of ${count}${secondsLeft === null ? '' : ` · about ${formatFixed(Math.max(0.1, secondsLeft / 60), 1)} min to go`}`

/** Whoever may drive the source and leaves it under pressure is asked first. */
function useStay(isPressed: boolean) {
  useEffect(() => {
    if (!isPressed) return
    const ask = (event: BeforeUnloadEvent) => event.preventDefault()
    window.addEventListener('beforeunload', ask)
    return () => window.removeEventListener('beforeunload', ask)
  }, [isPressed])
}

/** `v` vents, in the entry line too: figures have no such letter. Where words are typed, Alt and `v` do. */
function useVentKey(vent: (() => void) | null) {
  const latest = useRef(vent)
  latest.current = vent
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const isFree =
        !isTyping(event.target) || (event.target instanceof Element && event.target.closest('.entry') !== null)
      const isAlone = isFree && isKeyOf('vent', event.key) && !event.altKey
      const isWithAlt = event.code === 'KeyV' && event.altKey
      if (!(isAlone || isWithAlt) || event.ctrlKey || event.metaKey || !latest.current) return
      event.preventDefault()
      latest.current()
    }
    document.addEventListener('keydown', onKey)
    return () => document.removeEventListener('keydown', onKey)
  }, [])
}
