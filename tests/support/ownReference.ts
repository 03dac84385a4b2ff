import { randomUUID } from 'node:crypto'
import type { OwnedReference } from '../../src/plans/ownedReference'
import type { ReferenceFacts, ReferenceRange } from '../../src/schema/reference'
import type { WorkingReference } from '../../src/schema/world'
import type { Queryable } from '../../src/server/database'
import {
  insertReference,
  insertReferenceCertificate,
  insertReferenceVersion,
} from '../../src/server/sql/references/reference'

/** Standards as offers take them, in use and in their place. */
export const inPlace = (standards: readonly WorkingReference[]): OwnedReference[] =>
  standards.map((standard) => ({ standard, where: null }))

/** Puts a standard into the register: a device of one range with one certificate. */
export async function ownReference(db: Queryable, standard: WorkingReference): Promise<void> {
  const { id, code, calibratedOn, dueOn, certificate, laboratory = '', certified } = standard
  const said = { at: new Date(`${calibratedOn}T00:00:00Z`), personId: null, reason: 'test' }
  await insertReference(db, { id, code })
  await insertReferenceVersion(db, { ...said, id, version: 1, facts: factsOf(standard) })
  const ranges = [
    {
      rangeId: id,
      coverageFactor: certified?.coverageFactor ?? standard.calibration?.coverageFactor ?? 2,
      uncertainty: certified?.uncertainty ?? null,
      points: standard.calibration?.points ?? [],
      found: [],
    },
  ]
  await insertReferenceCertificate(db, {
    ...{ referenceId: id, supersedes: null, at: said.at, personId: null, reason: null },
    certificate: {
      ...{ id: randomUUID(), number: certificate, laboratory, accreditation: '', calibratedOn, dueOn, ranges },
      recordSequence: null,
    },
  })
}

const KIND_OF: Record<WorkingReference['principle'], ReferenceFacts['kind']> = {
  indicator: 'indicator',
  dial: 'test-gauge',
  'liquid-column': 'manometer',
  'dead-weight': 'dead-weight',
  'gauge-glass': 'gauge-glass',
}

function factsOf(standard: WorkingReference): ReferenceFacts {
  const { id, description, principle, quantity, unit, rangeLow, rangeHigh, resolution, accuracy, calibration } =
    standard
  const range: ReferenceRange = {
    ...{ id, mark: '', serialNumber: '', quantity, unit, rangeLow, rangeHigh, resolution, accuracy },
    pressureKind: standard.quantity === 'pressure' ? standard.pressureKind : null,
    overRange: null,
    knownBy: calibration
      ? calibration.isApplied
        ? 'corrected'
        : 'certificate'
      : standard.certified
        ? 'certificate'
        : 'accuracy',
    driftFrom: 'declared',
    driftPerYear: standard.driftPerYear ?? null,
    temperature: standard.temperature ?? null,
    gravityMPerS2: null,
    piston: null,
    isRemoved: false,
  }
  return {
    ...{ kind: KIND_OF[principle], description, maker: '', model: '', serialNumber: standard.serialNumber ?? '' },
    ...{
      location: '',
      media: standard.media ?? [],
      warmUpMinutes: null,
      runsOnBattery: false,
      channels: standard.channels ?? 1,
    },
    ranges: [range],
  }
}
