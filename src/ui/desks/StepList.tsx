import type { WorkStep } from '@/core/run/work/workStep'

/** The steps of a piece of work, each with why. */
export function StepList({ steps, title }: { steps: readonly WorkStep[]; title: string }) {
  if (steps.length === 0) return null
  return (
    <section aria-label={title}>
      <h2>{title}</h2>
      <ol className="desk-steps">
        {steps.map(({ id, does, why }) => (
          <li key={id}>
            <span>{does}</span>
            <span className="soft small">{why}</span>
          </li>
        ))}
      </ol>
    </section>
  )
}
