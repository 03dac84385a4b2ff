import { expect, test } from 'vitest'
import { ChartInWords } from './ChartInWords'
import { loadChart } from './loadChart'

const Canvas = () => null

test('a chart that cannot be fetched stands in its words; one that can is drawn', async () => {
  expect(await loadChart(async () => ({ default: Canvas }))).toBe(Canvas)
  expect(await loadChart(() => Promise.reject(new Error('out of reach')))).toBe(ChartInWords)
})
