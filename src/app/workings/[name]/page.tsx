import type { Metadata } from 'next'
import { notFound } from 'next/navigation'
import { calculationNamed } from '@/calc/registry'
import { Calculator } from '@/ui/workings/Calculator'

type Props = { params: Promise<{ name: string }> }

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  return { title: calculationNamed((await params).name)?.title ?? 'Workings' }
}

/** One calculation by hand. */
export default async function CalculationPage({ params }: Props) {
  const { name } = await params
  if (!calculationNamed(name)) notFound()
  return <Calculator name={name} />
}
