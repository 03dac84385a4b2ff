import { describe, expect, test } from 'vitest'
import type { Reference, ReferenceCertificate } from '@/schema/reference'
import { filledFrom } from './readCertificate'
import { readDcc } from './readDcc'
import { writeDcc } from './writeDcc'
import { all, first, type Node, parseXml, textOf } from './xmlNode'

/*
 * Digital calibration certificate (DCC) of PTB, version 3: https://ptb.de/dcc, and D-SI: https://ptb.de/si. The schema is
 * not shipped here; what is tested of its structure is stated below, from memory.
 */

const KPA = { mark: '', unit: 'kPa', rangeLow: -10, rangeHigh: 700 }

/** A certificate as a laboratory writes it: in bar, values by lists, U of the error, prefixes of its own choice. */
const laboratorys = (
  quantities: string,
  { result = '', version = '3.2.1' } = {},
) => `<?xml version="1.0" encoding="UTF-8"?>
<c:digitalCalibrationCertificate xmlns:c="https://ptb.de/dcc" xmlns:s="https://ptb.de/si" schemaVersion="${version}">
  <c:administrativeData>
    <c:dccSoftware><c:software><c:name><c:content>bench writer</c:content></c:name><c:release>2</c:release></c:software></c:dccSoftware>
    <c:coreData>
      <c:countryCodeISO3166_1>ZZ</c:countryCodeISO3166_1>
      <c:usedLangCodeISO639_1>de</c:usedLangCodeISO639_1><c:usedLangCodeISO639_1>en</c:usedLangCodeISO639_1>
      <c:mandatoryLangCodeISO639_1>de</c:mandatoryLangCodeISO639_1>
      <c:uniqueIdentifier>OM-2026-117</c:uniqueIdentifier>
      <c:beginPerformanceDate>2026-05-04</c:beginPerformanceDate>
      <c:endPerformanceDate>2026-05-06</c:endPerformanceDate>
      <c:performanceLocation>laboratory</c:performanceLocation>
    </c:coreData>
    <c:items><c:item><c:name><c:content lang="de">Druckmessgerät</c:content></c:name></c:item></c:items>
    <c:calibrationLaboratory>
      <c:calibrationLaboratoryCode>OM-1</c:calibrationLaboratoryCode>
      <c:contact><c:name><c:content lang="de">Messwerk</c:content><c:content lang="en">Outer metrology &amp; sons</c:content></c:name></c:contact>
    </c:calibrationLaboratory>
  </c:administrativeData>
  <c:measurementResults><c:measurementResult>
    <c:name><c:content lang="en">Pressure</c:content></c:name>
    <c:results><c:result ${result}>
      <c:name><c:content lang="en">Rising</c:content></c:name>
      <c:data><c:list>${quantities}</c:list></c:data>
    </c:result></c:results>
  </c:measurementResult></c:measurementResults>
</c:digitalCalibrationCertificate>`

const quantity = (type: string, values: string, more = '', unit = '\\bar') =>
  `<c:quantity refType="${type}"><c:name><c:content lang="en">q</c:content></c:name><s:realListXMLList><s:valueXMLList>${values}</s:valueXMLList><s:unitXMLList>${unit}</s:unitXMLList>${more}</s:realListXMLList></c:quantity>`
const EXPANDED =
  '<s:measurementUncertaintyUnivariateXMLList><s:expandedMUXMLList><s:valueExpandedMUXMLList>0.0004 0.0005</s:valueExpandedMUXMLList><s:coverageFactorXMLList>2.1</s:coverageFactorXMLList><s:coverageProbabilityXMLList>0.95</s:coverageProbabilityXMLList></s:expandedMUXMLList></s:measurementUncertaintyUnivariateXMLList>'
const read = (xml: string, ranges = [KPA]) => readDcc(parseXml(xml), ranges)

describe('a certificate of a laboratory is read', () => {
  test('who, when, by which accreditation; points converted into the unit of the range', () => {
    const xml = laboratorys(
      quantity('basic_measuredValue', '0 5.002') +
        quantity('basic_referenceValue', '0.001 5') +
        quantity('basic_measurementError', '-0.001 0.002', EXPANDED),
    )
    const certificate = read(xml)
    expect(certificate).toMatchObject({
      number: 'OM-2026-117',
      laboratory: 'Outer metrology & sons',
      accreditation: 'OM-1',
      calibratedOn: '2026-05-06',
    })
    expect(certificate.ranges).toEqual([
      {
        mark: '',
        coverageFactor: 2.1,
        found: [],
        points: [
          { indicated: 0, reference: 0.1, correction: null, uncertainty: 0.04 },
          { indicated: 500.2, reference: 500, correction: null, uncertainty: 0.05 },
        ],
      },
    ])
    expect(certificate.remarks).toEqual(['The schema has no place for a due date: enter it.'])
  })
  test('by its error alone: the correction is that with its sign turned round', () => {
    const xml = laboratorys(
      quantity('basic_measuredValue', '1 5') + quantity('basic_measurementError', '-0.001 0.002', EXPANDED),
    )
    expect(read(xml).ranges[0]?.points.map(({ correction, reference }) => [correction, reference])).toEqual([
      [0.1, null],
      [-0.2, null],
    ])
  })
  test('without a k none is invented: it stays to be typed', () => {
    const bare = EXPANDED.replace(/<s:coverageFactorXMLList>.*<\/s:coverageFactorXMLList>/, '')
    expect(bare).not.toBe(EXPANDED)
    const xml = laboratorys(
      quantity('basic_measuredValue', '0 5.002') + quantity('basic_measurementError', '-0.001 0.002', bare),
    )
    expect(read(xml).ranges[0]?.coverageFactor).toBeNull()
  })
  test('the elder form of U, one U for all, single values, and quantities told by their names', () => {
    const elder =
      '<s:expandedUncXMLList><s:uncertaintyXMLList>0.0007</s:uncertaintyXMLList><s:coverageFactorXMLList>2</s:coverageFactorXMLList></s:expandedUncXMLList>'
    const named = (name: string, inside: string) =>
      `<c:quantity><c:name><c:content lang="en">${name}</c:content></c:name>${inside}</c:quantity>`
    const reals =
      '<s:list><s:real><s:value>1</s:value><s:unit>\\bar</s:unit></s:real><s:real><s:value>2</s:value><s:unit>\\bar</s:unit></s:real></s:list>'
    const values = `<s:realListXMLList><s:valueXMLList>1.001 2.003</s:valueXMLList><s:unitXMLList>\\bar</s:unitXMLList>${elder}</s:realListXMLList>`
    expect(read(laboratorys(named('Nominal pressure', reals) + named('Indicated', values))).ranges[0]).toMatchObject({
      coverageFactor: 2,
      points: [
        { indicated: 100.1, reference: 100, uncertainty: 0.07 },
        { indicated: 200.3, reference: 200, uncertainty: 0.07 },
      ],
    })
  })
  test('before adjustment is as found, where something was given back too', () => {
    const list = quantity('basic_measuredValue', '0 5') + quantity('basic_referenceValue', '0.001 5', EXPANDED)
    const both = laboratorys(list, { result: 'refType="basic_beforeAdjustment"' }).replace(
      '</c:results>',
      `<c:result refType="basic_afterAdjustment"><c:name><c:content>after</c:content></c:name><c:data><c:list>${quantity('basic_measuredValue', '0 5') + quantity('basic_referenceValue', '0 5', EXPANDED)}</c:list></c:data></c:result></c:results>`,
    )
    expect(read(both).ranges[0]).toMatchObject({
      points: [{ reference: 0 }, { reference: 500 }],
      found: [{ reference: 0.1 }, { reference: 500 }],
    })
    // Only before: it was not adjusted, and given back as it was.
    expect(read(laboratorys(list, { result: 'refType="basic_beforeAdjustment"' })).ranges[0]).toMatchObject({
      found: [],
      points: [{ reference: 0.1 }, {}],
    })
  })
  test('of several ranges that which reaches all points in its unit; the rest is told', () => {
    const ranges = [
      { ...KPA, mark: 'A', rangeHigh: 100 },
      { ...KPA, mark: 'B' },
      { mark: 'mA', unit: 'mA', rangeLow: 0, rangeHigh: 24 },
    ]
    const xml = laboratorys(quantity('basic_measuredValue', '0 5') + quantity('basic_referenceValue', '0 5', EXPANDED))
    expect(read(xml, ranges).ranges.map(({ mark }) => mark)).toEqual(['B'])
  })
})

describe('what is no such certificate is refused in words', () => {
  const good = quantity('basic_measuredValue', '0 5') + quantity('basic_referenceValue', '0 5', EXPANDED)
  test.each([
    ['', 'it is no whole XML'],
    ['<a><b></a>', 'it is no whole XML: line 1'],
    ['<a/>', 'this file is no digital calibration certificate'],
    ['<!DOCTYPE a [<!ENTITY b "c">]><a>&b;</a>', 'the XML defines entities of its own'],
    [laboratorys(good, { version: '2.4.0' }), 'its schema is version 2.4.0'],
    [laboratorys(quantity('basic_measuredValue', '0 5')), 'none of its results has points'],
    [laboratorys(good.replaceAll('\\bar', '\\kelvin')), 'none of its results has points'],
    [laboratorys(good.replace('0 5', '0 99')), 'none of its results has points'], // beyond the range
    [laboratorys(good.replace('0.0004 0.0005', 'x y')), 'none of its results has points'], // without U
  ])('%#', (xml, words) => {
    expect(() => read(xml)).toThrow(words)
  })
})

const range = { id: '5c1d7a90-6b3e-4f42-9d08-000000000001', mark: '', unit: 'kPa', rangeLow: 0, rangeHigh: 600 }
const certificate = {
  ...{
    id: '',
    number: 'C-1',
    laboratory: 'Outer metrology & sons',
    accreditation: 'OM-1',
    calibratedOn: '2026-05-06',
    dueOn: '2027-05-06',
  },
  ranges: [
    {
      ...{ rangeId: range.id, coverageFactor: 2, uncertainty: null },
      points: [
        { indicated: 0, correction: 0.013, uncertainty: 0.05 },
        { indicated: 600.1, correction: -0.07, uncertainty: 0.06 },
      ],
      found: [{ indicated: 600.4, correction: -0.4, uncertainty: 0.06 }],
    },
  ],
} as unknown as ReferenceCertificate // what is written of it
const reference = {
  code: 'R-99',
  facts: { description: 'Trial <indicator>', maker: '', model: '', serialNumber: 'S-1', ranges: [range] },
} as unknown as Reference // what is written of it
const written = (unit = 'kPa') =>
  writeDcc({
    certificate,
    reference: { ...reference, facts: { ...reference.facts, ranges: [{ ...range, unit }] } } as unknown as Reference,
    customer: { name: 'Trial site', address: '' },
    software: '1',
  })

describe('what is written', () => {
  test('is read again to the same figures, in the units D-SI knows and in those it does not', () => {
    for (const unit of ['kPa', 'bar', 'psi', 'mmH2O@4C']) {
      const again = readDcc(parseXml(written(unit)), [{ ...range, unit }])
      expect(again).toMatchObject({
        number: 'C-1',
        laboratory: 'Outer metrology & sons',
        accreditation: 'OM-1',
        calibratedOn: '2026-05-06',
      })
      const [own] = again.ranges
      for (const [index, { indicated, correction, uncertainty }] of (certificate.ranges[0]?.points ?? []).entries()) {
        const point = own?.points[index]
        expect(point?.indicated).toBeCloseTo(indicated, 6)
        expect((point?.reference ?? 0) - (point?.indicated ?? 0)).toBeCloseTo(correction, 6)
        expect(point?.uncertainty).toBeCloseTo(uncertainty, 6)
      }
      expect(own?.found[0]?.indicated).toBeCloseTo(600.4, 6)
    }
  })
  test('has the elements the schema asks for, in its order', () => {
    const root = first(parseXml(written()), 'digitalCalibrationCertificate') as Node
    expect(root['@schemaVersion']).toBe('3.3.0')
    expect(written()).toContain(
      '<dcc:digitalCalibrationCertificate xmlns:dcc="https://ptb.de/dcc" xmlns:si="https://ptb.de/si"',
    )
    const names = (node: Node | undefined) => Object.keys(node ?? {}).filter((name) => !name.startsWith('@'))
    expect(names(root)).toEqual(['administrativeData', 'measurementResults'])
    const administrative = first(root, 'administrativeData')
    expect(names(administrative)).toEqual([
      'dccSoftware',
      'coreData',
      'items',
      'calibrationLaboratory',
      'respPersons',
      'customer',
    ])
    expect(names(first(administrative ?? {}, 'coreData'))).toEqual([
      ...['countryCodeISO3166_1', 'usedLangCodeISO639_1', 'mandatoryLangCodeISO639_1', 'uniqueIdentifier'],
      ...['beginPerformanceDate', 'endPerformanceDate', 'performanceLocation'],
    ])
    const result =
      first(
        first(first(first(root, 'measurementResults') ?? {}, 'measurementResult') ?? {}, 'results') ?? {},
        'result',
      ) ?? {}
    expect(names(result)).toEqual(['name', 'data'])
    const quantities = all(first(first(result, 'data') ?? {}, 'list') ?? {}, 'quantity')
    expect(quantities.map((each) => each['@refType'])).toEqual([
      'basic_measuredValue',
      'basic_referenceValue',
      'basic_measurementError',
    ])
    for (const each of quantities) {
      const series = first(each, 'realListXMLList') ?? {}
      expect(names(series).slice(0, 2)).toEqual(['valueXMLList', 'unitXMLList'])
      expect(textOf(series.unitXMLList)).toBe('\\kilo\\pascal')
    }
  })
})

test('a form takes what the file says and keeps the rest', () => {
  const initial = {
    number: '',
    laboratory: 'typed',
    dueOn: '2027-01-01',
    ranges: [
      { mark: 'A', points: [] as object[] },
      { mark: 'B', points: [{}] },
    ],
  }
  const filled = filledFrom(initial, {
    ...{ number: 'N-1', laboratory: null, accreditation: null, calibratedOn: null, remarks: [] },
    ranges: [{ mark: 'A', coverageFactor: 2, points: [], found: [] }],
  })
  expect(filled).toMatchObject({ number: 'N-1', laboratory: 'typed', dueOn: '2027-01-01' })
  expect(filled.ranges[0]).toMatchObject({ coverageFactor: 2 })
  expect(filled.ranges[1]).toBe(initial.ranges[1])
})
