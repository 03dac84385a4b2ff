import Link from 'next/link'
import { formatPlain } from '@/core/format/formatNumber'
import { signalLabel } from '@/core/signal/signal'
import { PRESSURE_KINDS } from '@/core/units/pressureKind'
import { pressureUnitLabel } from '@/core/units/pressureUnit'
import type { Configuration } from '@/schema/configuration'
import { Notice } from '../../kit/parts/Notice'
import { TextButton } from '../../kit/parts/TextButton'
import { Tick } from '../../kit/parts/Tick'

/** What was found when nameplate and register were compared. */
export type Nameplate = 'not looked at' | 'as registered' | 'otherwise'

type Props = {
  instrument: { tag: string; configuration: Configuration }
  state: Nameplate
  change: (state: Nameplate) => void
}

/** Compares nameplate and register; a difference stops the run with what can be done about it. */
export function NameplateCheck({ instrument: { tag, configuration: c }, state, change }: Props) {
  const path = `/instruments/${encodeURIComponent(tag)}`
  const registered = `${tag}, ${formatPlain(c.lrv)} … ${formatPlain(c.urv)} ${pressureUnitLabel(c.unit)} ${PRESSURE_KINDS[c.pressureKind].suffix}, ${signalLabel(c.signal)}`
  return (
    <div className="tight">
      <h2>Nameplate against register</h2>
      <p className="small num">Registered: {registered}</p>
      {/* The first thing to do on this page: the keyboard begins here. */}
      <Tick
        label="The nameplate says the same"
        autoFocus
        checked={state === 'as registered'}
        change={(isSame) => change(isSame ? 'as registered' : 'not looked at')}
      />
      {state === 'otherwise' ? (
        <Notice tone="inside-look">
          <p>The run does not begin yet. What differs?</p>
          <ul className="cautions">
            <li>
              <Link href={`${path}/edit`}>The register is wrong: correct it</Link>
            </li>
            <li>
              <Link href={`${path}/edit`}>The range was changed: enter the new one</Link>, and calibrate to it
            </li>
            <li>
              <Link href="/instruments">It is another instrument: find it</Link>
            </li>
          </ul>
        </Notice>
      ) : (
        <TextButton onClick={() => change('otherwise')} isSoft isSmall>
          It differs…
        </TextButton>
      )}
    </div>
  )
}
