import type { ComponentType } from 'react'
import type { ChartPicture, ChartPointer } from '@/pictures/charts/chartPicture'

export type ChartProps = { readonly picture: ChartPicture; readonly pointer: ChartPointer | null }

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

/** A chart that could not be fetched. */
export function ChartInWords({ picture }: ChartProps) {
  return <p className="small soft">The picture could not be fetched; load the page again to see it. {picture.words}</p>
}
