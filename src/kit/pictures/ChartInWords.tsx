import type { ChartPicture, ChartPointer } from '@/pictures/charts/chartPicture'

export type ChartProps = { readonly picture: ChartPicture; readonly pointer: ChartPointer | null }

/** A chart that could not be fetched. */
export function ChartInWords({ picture }: ChartProps) {
  return <p className="small soft">The picture could not be fetched; load the page again to see it. {picture.words}</p>
}
