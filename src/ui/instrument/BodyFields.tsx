'use client'
import Button from '@mui/material/Button'
import { CONSTRUCTIONS } from '@/core/range/bodySteps'
import { type BodyBoxes, EMPTY_BODY } from '@/schema/instrument/fields/body'
import { BoundBox, BoundChoice, refusalLine, refusalOf } from '../../kit/form/BoundFields'
import { Tick } from '../../kit/parts/Tick'
import type { InstrumentFormProps } from './instrumentFormProps'

const BUILT = [['', 'not known'], ...Object.entries(CONSTRUCTIONS)] as [string, string][]

/** The positions that have a name, once each, and what stands in the register. */
const standsAt = ({ links, link }: BodyBoxes): [string, string][] => [
  ['', 'not looked at'],
  ...[...new Set([...links.map(({ name }) => name), link])]
    .filter((name) => name !== '')
    .map((name): [string, string] => [name, name]),
]

const BODY = ['configuration', 'body']

/** What a body can do beyond its limits: largest span, link positions, and which capsules go into it. */
export function BodyFields({ form }: InstrumentFormProps) {
  const { body } = form.draft.configuration
  if (!body)
    return (
      <div className="actions">
        <span className="soft">Body: nothing known of a span link, or of other capsules</span>
        <Button size="small" onClick={() => form.change(BODY, EMPTY_BODY)}>
          Add link or capsule
        </Button>
      </div>
    )
  const refusal = refusalOf(form, 'configuration.body')
  return (
    <div className="stack" style={{ gap: 8 }}>
      <div className="field-row">
        <BoundBox form={form} path="configuration.body.family" label="Family of bodies it belongs to" />
        <BoundBox form={form} path="configuration.body.capsule" label="Capsule in it" />
        <BoundBox
          form={form}
          path="configuration.body.maxSpan"
          label="Largest span, if the limits allow more"
          isNumber
        />
        <BoundChoice form={form} path="configuration.body.construction" label="How it is built" options={BUILT} />
      </div>
      <Links form={form} links={body.links} />
      {body.links.length > 0 && (
        <div className="field-row">
          <BoundChoice
            form={form}
            path="configuration.body.link"
            label="Span link stands at"
            options={standsAt(body)}
            says="one of the positions above"
          />
        </div>
      )}
      {refusal && <p className="small tone-outside">{refusalLine(refusal)}</p>}
      <div className="actions">
        <Tick
          label="URV may lie below LRV (reverse-acting)"
          checked={body.allowsReverse}
          change={(may) => form.change([...BODY, 'allowsReverse'], may)}
        />
        <Button size="small" onClick={() => form.change(BODY, null)}>
          Nothing of this
        </Button>
      </div>
    </div>
  )
}

function Links({ form, links }: InstrumentFormProps & Pick<BodyBoxes, 'links'>) {
  const change = (next: BodyBoxes['links']) => form.change([...BODY, 'links'], next)
  return (
    <>
      {links.map((_, index) => {
        const path = `configuration.body.links.${index}`
        return (
          // biome-ignore lint/suspicious/noArrayIndexKey: positions have no identity of their own and only their values change
          <div key={index} className="actions" style={{ alignItems: 'start' }}>
            <BoundBox form={form} path={`${path}.name`} label={`Link position ${index + 1}`} />
            <BoundBox form={form} path={`${path}.minSpan`} label="Span from" isNumber />
            <BoundBox form={form} path={`${path}.maxSpan`} label="… to" isNumber />
            <Button size="small" onClick={() => change(links.filter((_, place) => place !== index))}>
              Remove position {index + 1}
            </Button>
          </div>
        )
      })}
      <div>
        <Button size="small" onClick={() => change([...links, { name: '', minSpan: '', maxSpan: '' }])}>
          Add a link position
        </Button>
      </div>
    </>
  )
}
