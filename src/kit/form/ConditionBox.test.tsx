// @vitest-environment happy-dom
import { cleanup, fireEvent, render, screen } from '@testing-library/react'
import { useState } from 'react'
import { afterEach, expect, test } from 'vitest'
import { showDecimalMark } from '@/core/format/decimalMark'
import type { ConditionUnits } from '@/core/units/conditionUnits'
import { NumberBox } from './boxes'
import { ConditionBox, ConditionUnitsShown } from './ConditionBox'

afterEach(() => {
  cleanup()
  showDecimalMark('.')
})

function Ambient({ units, initial, heard }: { units: ConditionUnits; initial: string; heard: string[] }) {
  const [kept, setKept] = useState(initial)
  const change = (text: string) => {
    heard.push(text)
    setKept(text)
  }
  return (
    <ConditionUnitsShown value={units}>
      <ConditionBox condition="temperature" label="Ambient" value={kept} change={change} />
    </ConditionUnitsShown>
  )
}

const box = () => screen.getByRole<HTMLInputElement>('textbox')
const type = (text: string) => fireEvent.change(box(), { target: { value: text } })

test('in °F a box shows what is kept in °C, keeps what is typed, and gives °C', () => {
  const heard: string[] = []
  render(<Ambient units="us" initial="20.0" heard={heard} />)
  expect(screen.getByLabelText('Ambient, °F')).toBe(box())
  expect(box().value).toBe('68') // 20 °C is 68 °F by definition of the scales
  type('70.')
  expect(box().value).toBe('70.')
  type('70.5')
  expect([box().value, heard.at(-1)]).toEqual(['70.5', '21.39'])
})

test('what is no number is given as it is, for the form to refuse; in °C nothing is worked out', () => {
  const heard: string[] = []
  const { unmount } = render(<Ambient units="us" initial="" heard={heard} />)
  type('warm')
  expect([box().value, heard.at(-1)]).toEqual(['warm', 'warm'])
  type('')
  expect(heard.at(-1)).toBe('')
  unmount()
  render(<Ambient units="si" initial="" heard={heard} />)
  type('1,013')
  expect(heard.at(-1)).toBe('1,013') // whether it is a thousand the form asks
})

test('a number has the site’s decimal mark, several in one box stay as they are typed', () => {
  showDecimalMark(',')
  render(<NumberBox label="one" value="-0.5" />)
  expect(box().value).toBe('-0,5')
  cleanup()
  render(<NumberBox label="several" value="0.5, 1.5" />)
  expect(box().value).toBe('0.5, 1.5')
})
