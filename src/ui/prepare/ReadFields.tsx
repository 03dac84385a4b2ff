import MenuItem from '@mui/material/MenuItem'
import TextField from '@mui/material/TextField'
import { formatPlain } from '@/core/format/formatNumber'
import { LINE_FILLS, type LineFill } from '@/core/run/plan/lineHead'
import { isTwoWireLoop } from '@/core/signal/signalKind'
import { PRESSURE_UNIT_IDS, type PressureUnit, pressureUnitLabel } from '@/core/units/pressureUnit'
import type { Configuration } from '@/schema/configuration'
import { Tick } from '../parts/Tick'
import { Box } from './Box'

/** What is read beside the output. */
export type Reads = { readonly digital: boolean; readonly display: boolean }

type Props = {
  configuration: Configuration
  inputUnit: PressureUnit
  setInputUnit: (unit: PressureUnit) => void
  fill: LineFill
  setFill: (fill: LineFill) => void
  reads: Reads
  setReads: (reads: Reads) => void
}

/** How it is read: units, conditions, what stands between reference and instrument, what else is read. */
export function ReadFields({ configuration, inputUnit, setInputUnit, fill, setFill, reads, setReads }: Props) {
  return (
    <>
      <h2>How it is read</h2>
      <div className="field-row">
        {/* A unit id of ours: only they are offered. */}
        <TextField
          select
          label="Applied, unit"
          size="small"
          value={inputUnit}
          onChange={(event) => setInputUnit(event.target.value as typeof inputUnit)}
        >
          {PRESSURE_UNIT_IDS.map((id) => (
            <MenuItem key={id} value={id}>
              {pressureUnitLabel(id)}
            </MenuItem>
          ))}
        </TextField>
        <Box name="ambient" label="Ambient, °C" />
        <Box name="humidity" label="Humidity, %" />
        <Box name="barometer" label="Barometer, hPa" />
      </div>
      <div className="field-row">
        <Box name="itemCondition" label="Condition of the instrument" isWords />
        <Box name="headHeight" label="Reference higher by, mm" />
        {/* Only fills of ours are offered. */}
        <TextField
          select
          label="Line filled with"
          size="small"
          value={fill}
          onChange={(event) => setFill(event.target.value as LineFill)}
        >
          {Object.entries(LINE_FILLS).map(([id, words]) => (
            <MenuItem key={id} value={id}>
              {words}
            </MenuItem>
          ))}
        </TextField>
      </div>
      {isTwoWireLoop(configuration.signal) && (
        <Tick
          checked={reads.digital}
          change={(digital) => setReads({ ...reads, digital })}
          label="Read PV and AO too, with the digital communicator"
          why="tells sensor from output"
        />
      )}
      {configuration.displayScale && !configuration.hostRoot && (
        <Tick
          checked={reads.display}
          change={(display) => setReads({ ...reads, display })}
          label="Read its own display too"
          why={`${formatPlain(configuration.displayScale.lower)} … ${formatPlain(configuration.displayScale.upper)} ${configuration.displayScale.unit}`}
        />
      )}
    </>
  )
}
