import { expect, test } from 'vitest'
import { sentencesOf } from './sentences.mjs'

test('texts of screens and refusals, with … for what is computed; no class, import or single word', () => {
  const source = `
    import { x } from './some other thing'
    const label = 'Error limit from'
    const kind = 'percentSpan'
    export function Page({ name }) {
      throw new Refusal('urv', \`equals LRV (\${name}), so the span is zero\`, 'enter another URV')
      return <p className="small soft">The last one holds for {name}. Look again.</p>
    }`
  expect(sentencesOf(source)).toEqual([
    'Error limit from',
    'equals LRV (…), so the span is zero',
    'enter another URV',
    'The last one holds for',
    '. Look again.',
  ])
})
