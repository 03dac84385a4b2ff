import type { ComponentType } from 'react'
import { ChartInWords, type ChartProps } from './ChartInWords'

/**
 * Fetches what draws a chart. Where it cannot be had the chart stands in its words: a picture that is lost on the way must
 * not take the reading being typed with it.
 */
export async function loadChart(
  fetch: () => Promise<{ readonly default: ComponentType<ChartProps> }> = () => import('./ChartCanvas'),
): Promise<ComponentType<ChartProps>> {
  try {
    return (await fetch()).default
  } catch {
    return ChartInWords
  }
}
