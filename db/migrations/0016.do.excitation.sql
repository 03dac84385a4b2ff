-- The excitation of a vacuum gauge as it was read: its value, its unit and the meter.
ALTER TABLE adjustment
  ADD COLUMN excitation numeric,
  ADD COLUMN excitation_unit text CHECK (excitation_unit IN ('V', 'mV', 'mA')),
  ADD COLUMN excitation_meter text CHECK (length(excitation_meter) BETWEEN 1 AND 100),
  ADD CHECK (num_nonnulls(excitation, excitation_unit, excitation_meter) IN (0, 3));
