import { describe, expect, test } from 'vitest'
import { readPoints } from './certificatePoints'

const ONLY = [{ mark: '', unit: 'bar', rangeLow: 0, rangeHigh: 34 }]
const TWO = [
  { ...ONLY[0], mark: 'A', unit: 'bar', rangeLow: 0, rangeHigh: 34 },
  { mark: 'B', unit: 'kPa', rangeLow: 0, rangeHigh: 10 },
]
const list = (heads: string, ...lines: string[]) => ({
  heads: heads.split(';'),
  lines: lines.map((line) => line.split(';')),
})

describe('points of a certificate from a list', () => {
  test('what it showed and what there was; k once; as found beside as given back; decimal commas', () => {
    const read = readPoints(
      list(
        'It showed;There was;U;k;Found or given back',
        '0;0,002;0.004;2.05;',
        '34.01;34;0.006;;given back',
        '34.05;34;0.006;;found',
      ),
      ONLY,
    )
    expect(read.ranges).toEqual([
      {
        mark: '',
        coverageFactor: 2.05,
        points: [
          { indicated: 0, reference: 0.002, correction: null, uncertainty: 0.004 },
          { indicated: 34.01, reference: 34, correction: null, uncertainty: 0.006 },
        ],
        found: [{ indicated: 34.05, reference: 34, correction: null, uncertainty: 0.006 }],
      },
    ])
  })
  test('a correction as it stands, an error with its sign turned round', () => {
    const { ranges } = readPoints(
      list('Indication;Correction;Error;Expanded uncertainty', '1;0.01;;0.1', '2;;0.02;0.1'),
      ONLY,
    )
    expect(ranges[0]?.points.map(({ correction }) => correction)).toEqual([0.01, -0.02])
  })
  test('k is never taken to be 2 where the file does not state it: whoever enters the certificate is asked', () => {
    const { ranges } = readPoints(list('It showed;There was;U', '1;1;0.1'), ONLY)
    expect(ranges[0]?.coverageFactor).toBeNull()
  })
  test('by marks where there are several ranges', () => {
    const { ranges } = readPoints(list('Mark;It showed;There was;U', 'A;1;1;0.1', 'B;5;5;0.2'), TWO)
    expect(ranges.map(({ mark, points }) => [mark, points.length])).toEqual([
      ['A', 1],
      ['B', 1],
    ])
  })
  test.each([
    [list('It showed;U', '1;0.1'), ONLY, 'line 2: what there was is empty'],
    [list('It showed;There was', '1;1'), ONLY, 'no column is called “U”'],
    [list('It showed;There was;U', '1;1;0.1', 'x;1;0.1'), ONLY, 'line 3: “x” is no number'],
    [list('It showed;There was;U', '1;1;0'), ONLY, 'line 2: U is not above zero'],
    [list('It showed;There was;U', ';1;0.1'), ONLY, 'line 2: what it showed is empty'],
    [list('It showed;There was;U', '1;1;0.1'), TWO, 'line 2: it names no range'],
    [list('Mark;It showed;There was;U', 'C;1;1;0.1'), TWO, 'line 2: this reference has no range C'],
  ])('%# is refused with its line', (rows, ranges, words) => {
    expect(() => readPoints(rows, ranges)).toThrow(words)
  })
})
