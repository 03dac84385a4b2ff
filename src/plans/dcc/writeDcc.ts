import { XMLBuilder } from 'fast-xml-parser'
import { dsiFactor, dsiUnitOf } from '@/core/units/dsiUnit'
import type { CertifiedRange, Reference, ReferenceCertificate, ReferenceRange } from '../../schema/reference'

/** What a certificate is written with beside itself. */
export type DccFacts = {
  readonly reference: Pick<Reference, 'code' | 'facts'>
  readonly certificate: ReferenceCertificate
  /** Whom it was made for: name and address of the site. */
  readonly customer: { readonly name: string; readonly address: string }
  readonly software: string
}

const SCHEMA_VERSION = '3.3.0'

const words = (text: string) => ({ 'dcc:content': { '@lang': 'en', '#text': text } })

/**
 * A certificate of a reference as a digital calibration certificate, version 3 of the schema PTB publishes
 * (https://ptb.de/dcc, structure from memory). Its elements stand in the order of the schema. The due date has no place
 * in it; what is unknown is said to be so, as the schema wants the element.
 */
export function writeDcc({ reference, certificate, customer, software }: DccFacts): string {
  const { number, laboratory, accreditation, calibratedOn, ranges } = certificate
  const { code, facts } = reference
  const document = {
    '?xml': { '@version': '1.0', '@encoding': 'UTF-8' },
    'dcc:digitalCalibrationCertificate': {
      '@xmlns:dcc': 'https://ptb.de/dcc',
      '@xmlns:si': 'https://ptb.de/si',
      '@schemaVersion': SCHEMA_VERSION,
      'dcc:administrativeData': {
        'dcc:dccSoftware': {
          'dcc:software': { 'dcc:name': words('Barys'), 'dcc:release': software },
        },
        'dcc:coreData': {
          'dcc:countryCodeISO3166_1': 'ZZ', // user-assigned: the register does not ask for a country
          'dcc:usedLangCodeISO639_1': 'en',
          'dcc:mandatoryLangCodeISO639_1': 'en',
          'dcc:uniqueIdentifier': number,
          'dcc:beginPerformanceDate': calibratedOn,
          'dcc:endPerformanceDate': calibratedOn,
          'dcc:performanceLocation': 'laboratory',
        },
        'dcc:items': {
          'dcc:item': {
            'dcc:name': words(facts.description),
            ...(facts.maker && { 'dcc:manufacturer': { 'dcc:name': words(facts.maker) } }),
            ...(facts.model && { 'dcc:model': facts.model }),
            'dcc:identifications': {
              'dcc:identification': [
                { 'dcc:issuer': 'owner', 'dcc:value': code },
                ...(facts.serialNumber ? [{ 'dcc:issuer': 'manufacturer', 'dcc:value': facts.serialNumber }] : []),
              ],
            },
          },
        },
        'dcc:calibrationLaboratory': {
          ...(accreditation && { 'dcc:calibrationLaboratoryCode': accreditation }),
          'dcc:contact': { 'dcc:name': words(laboratory || 'not noted'), 'dcc:location': place('not noted') },
        },
        'dcc:respPersons': {
          'dcc:respPerson': { 'dcc:person': { 'dcc:name': words('see the certificate itself') } },
        },
        'dcc:customer': { 'dcc:name': words(customer.name), 'dcc:location': place(customer.address || 'not noted') },
      },
      'dcc:measurementResults': {
        'dcc:measurementResult': ranges.flatMap((said) => {
          const range = facts.ranges.find(({ id }) => id === said.rangeId)
          return range && said.points.length > 0 ? [measurement(range, said)] : []
        }),
      },
    },
  }
  return new XMLBuilder({
    ignoreAttributes: false,
    attributeNamePrefix: '@',
    format: true,
    indentBy: '  ',
    suppressEmptyNode: true,
  }).build(document)
}

const place = (text: string) => ({ 'dcc:further': words(text) })

function measurement(range: ReferenceRange, { points, found, coverageFactor }: CertifiedRange) {
  const name = range.mark === '' ? 'Range' : `Range ${range.mark}`
  return {
    'dcc:name': words(name),
    'dcc:results': {
      'dcc:result': [
        ...(found.length > 0
          ? [result(`${name}, as found`, 'basic_beforeAdjustment', { range, points: found, coverageFactor })]
          : []),
        result(`${name}, as given back`, 'basic_afterAdjustment', { range, points, coverageFactor }),
      ],
    },
  }
}

type Series = { readonly range: ReferenceRange } & Pick<CertifiedRange, 'points' | 'coverageFactor'>

function result(name: string, refType: string, { range, points, coverageFactor }: Series) {
  const unit = dsiUnitOf(range.unit)
  // Units that D-SI does not know are written in pascal.
  const factor = 1 / (dsiFactor(unit, range.unit) ?? 1)
  const series = (values: readonly number[]) =>
    values.map((value) => String(Number((value * factor).toPrecision(12)))).join(' ')
  const quantity = (what: string, type: string, values: readonly number[], expanded: object = {}) => ({
    '@refType': type,
    'dcc:name': words(what),
    'si:realListXMLList': { 'si:valueXMLList': series(values), 'si:unitXMLList': unit, ...expanded },
  })
  return {
    '@refType': refType,
    'dcc:name': words(name),
    'dcc:data': {
      'dcc:list': {
        'dcc:quantity': [
          quantity(
            'indicated',
            'basic_measuredValue',
            points.map(({ indicated }) => indicated),
          ),
          quantity(
            'reference',
            'basic_referenceValue',
            points.map(({ indicated, correction }) => Number((indicated + correction).toPrecision(12))),
          ),
          quantity(
            'error of indication',
            'basic_measurementError',
            points.map(({ correction }) => -correction),
            {
              'si:measurementUncertaintyUnivariateXMLList': {
                'si:expandedMUXMLList': {
                  'si:valueExpandedMUXMLList': series(points.map(({ uncertainty }) => uncertainty)),
                  'si:coverageFactorXMLList': String(coverageFactor),
                  'si:coverageProbabilityXMLList': '0.95',
                },
              },
            },
          ),
        ],
      },
    },
  }
}
