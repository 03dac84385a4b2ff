// @vitest-environment happy-dom
import { act, renderHook } from '@testing-library/react'
import { describe, expect, test } from 'vitest'
import { z } from 'zod'
import { isAt, useDraftForm } from './useDraftForm'

const Range = z.object({
  lrv: z.string().min(1, { error: 'is empty: fill it in' }),
  urv: z.string().min(1, { error: 'is empty: fill it in' }),
})
const form = (initial = { lrv: '', urv: '' }) => renderHook(() => useDraftForm(Range, initial)).result

describe('a form of drafts', () => {
  test('a box is told what is wrong once it was left, not while it is typed into', () => {
    const it = form()
    expect(it.current.refusals).toHaveLength(2)
    expect(it.current.shown).toEqual([])
    act(() => it.current.leave('lrv'))
    expect(it.current.shown.map(({ field }) => field)).toEqual(['lrv'])
    act(() => it.current.change(['lrv'], '4'))
    expect(it.current.shown).toEqual([])
  })
  test('once it was tried everything is told; once it makes sense there is a value', () => {
    const it = form()
    act(() => it.current.tryIt())
    expect(it.current.shown.map(({ field }) => field)).toEqual(['lrv', 'urv'])
    expect(it.current.value).toBeNull()
    act(() => it.current.change(['lrv'], '4'))
    act(() => it.current.change(['urv'], '20'))
    expect(it.current.value).toEqual({ lrv: '4', urv: '20' })
  })
  test('what the server refuses stands beside its box until that box changes, and no other', () => {
    const it = form({ lrv: '4', urv: '20' })
    const refusal = { field: 'urv', reason: 'lies beyond the sensor', remedy: 'lower it' }
    act(() => it.current.refuse([refusal]))
    expect(it.current.shown).toEqual([refusal])
    act(() => it.current.change(['lrv'], '5'))
    expect(it.current.shown).toEqual([refusal])
    act(() => it.current.change(['urv'], '10'))
    expect(it.current.shown).toEqual([])
  })
  test('begun anew it is as at the start', () => {
    const it = form()
    act(() => {
      it.current.change(['lrv'], '4')
      it.current.tryIt()
    })
    act(() => it.current.begin())
    expect(it.current.draft).toEqual({ lrv: '', urv: '' })
    expect(it.current.shown).toEqual([])
  })
})

test.each([
  ['range.lrv', 'range.lrv', true],
  ['points.2', 'points', true],
  ['points', 'point', false],
  ['lrv', 'lrv.value', false],
])('a refusal of %s belongs to the box %s: %s', (field, path, isHere) => {
  expect(isAt(field, path)).toBe(isHere)
})
