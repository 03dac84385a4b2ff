'use client'
import { type KeyboardEvent, type PointerEvent, useState } from 'react'
import type { VesselSetUp } from '@/core/level/vesselSetUp'
import type { HeightSpan } from '@/pictures/vesselFrame'
import { heightSpan, type VesselHandle, vesselPicture } from '@/pictures/vesselPicture'
import { SceneSvg } from '../../kit/pictures/SceneSvg'
import { useSize } from '../../kit/pictures/useSize'

type Props = {
  vessel: VesselSetUp
  levelPercent: number
  unit: { readonly label: string; readonly perMetre: number }
  /** A height was dragged or stepped to, in the unit. */
  move: (field: VesselHandle['field'], height: number) => void
}

const HEIGHT = 470

/** The vessel to scale; taps, instrument and levels can be dragged, or stepped with the arrow keys. */
export function DraggableVessel({ vessel, levelPercent, unit, move }: Props) {
  const [ref, { width }] = useSize<HTMLDivElement>({ width: 480, height: HEIGHT })
  // While something is dragged the scale stands still, or the height would run away from the hand.
  const [held, setHeld] = useState<HeightSpan | null>(null)
  const span = held ?? heightSpan(vessel)
  const { scene, handles, metresAt } = vesselPicture(
    vessel,
    { levelPercent, span, unit },
    { width, height: HEIGHT, fontSize: width < 420 ? 11.5 : 13 },
  )
  const step = 10 ** Math.floor(Math.log10((span.high - span.low) * unit.perMetre) - 2)
  const settled = (height: number) => Number((Math.round(height / step) * step).toPrecision(10))

  const drag = (field: VesselHandle['field'], event: PointerEvent<HTMLElement>) => {
    const box = ref.current?.getBoundingClientRect()
    if (!box || held === null) return
    move(field, settled(metresAt(event.clientY - box.top) * unit.perMetre))
  }
  const press = (handle: VesselHandle, event: KeyboardEvent) => {
    const steps = { ArrowUp: 1, ArrowDown: -1, PageUp: 10, PageDown: -10 }[event.key]
    if (steps === undefined) return
    event.preventDefault()
    move(handle.field, settled(handle.metres * unit.perMetre + steps * step))
  }
  return (
    <div ref={ref} className="vessel-picture" style={{ height: HEIGHT }}>
      <SceneSvg scene={scene} />
      {handles.map((handle) => (
        <button
          key={handle.field}
          type="button"
          role="slider"
          className={handle.field === 'sensor' ? 'vessel-handle is-whole' : 'vessel-handle'}
          style={{ left: handle.x, top: handle.y }}
          aria-label={handle.label}
          aria-orientation="vertical"
          aria-valuenow={Number((handle.metres * unit.perMetre).toPrecision(6))}
          aria-valuetext={`${Number((handle.metres * unit.perMetre).toPrecision(6))} ${unit.label}`}
          title={`${handle.label}: drag, or arrow keys`}
          onPointerDown={(event) => {
            event.currentTarget.setPointerCapture(event.pointerId)
            setHeld(span)
          }}
          onPointerMove={(event) => drag(handle.field, event)}
          onPointerUp={() => setHeld(null)}
          onPointerCancel={() => setHeld(null)}
          onKeyDown={(event) => press(handle, event)}
        />
      ))}
    </div>
  )
}
