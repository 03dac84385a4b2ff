// @vitest-environment happy-dom
import { cleanup, render, screen } from '@testing-library/react'
import { afterEach, expect, test, vi } from 'vitest'
import { EMPTY_BODY } from '@/schema/instrument/fields/body'
import { INSTRUMENT_FIELD_LIST } from '@/schema/instrument/instrumentFields'
import { EMPTY_INSTRUMENT } from './formValues'
import { InstrumentForm } from './InstrumentForm'

vi.mock('next/navigation', () => ({ useRouter: () => ({ push: () => {}, refresh: () => {} }) }))
afterEach(cleanup)

/** A form in which everything is drawn that a field may have a box for. */
const EVERYTHING = {
  ...EMPTY_INSTRUMENT,
  configuration: {
    ...EMPTY_INSTRUMENT.configuration,
    body: EMPTY_BODY,
    displayScale: { lower: '', upper: '', unit: '' },
    adjustLimit: EMPTY_INSTRUMENT.configuration.errorLimit,
  },
}

test('every field has its boxes in the form, whether a group draws them or its own component does', () => {
  const { container } = render(<InstrumentForm purpose={{ kind: 'register' }} initial={EVERYTHING} areas={[]} />)
  const words = container.textContent ?? ''
  for (const [name, { drawn }] of INSTRUMENT_FIELD_LIST) {
    const labels = 'own' in drawn ? drawn.own : drawn.boxes.map(({ label }) => label)
    expect(labels, name).not.toEqual([])
    for (const label of labels) expect(words, `${name}: ${label}`).toContain(label)
  }
  expect(screen.getByRole('button', { name: 'Register' })).toBeTruthy()
})
