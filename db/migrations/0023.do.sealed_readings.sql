-- What was read, beside what was made of it: a reference in doubt is judged again from the raw readings that were sealed,
-- without looking up every reading and its corrections once more.

ALTER TABLE sealed_round
  ADD COLUMN percents double precision[],
  ADD COLUMN directions text[],
  ADD COLUMN applied text[],  -- as typed, in the unit of the reference
  ADD COLUMN outputs text[],
  ADD COLUMN taken_at timestamptz[], -- when each point was first read: which reference served it where one was exchanged
  ADD COLUMN decision text;

-- Of the readings of a point the last one holds; a point that was not read has no place in the columns.
CREATE FUNCTION sealed_readings(record jsonb) RETURNS TABLE (
  round int, decision text, percents double precision[], directions text[], applied text[], outputs text[],
  taken_at timestamptz[]
) LANGUAGE sql STABLE AS $$
  SELECT (taken ->> 'round')::int, taken #>> '{decision,decision}', read.percents, read.directions, read.applied,
         read.outputs, read.taken_at
    FROM jsonb_array_elements(record -> 'rounds') AS taken,
         LATERAL (SELECT array_agg((step ->> 'percent')::double precision ORDER BY place) AS percents,
                         array_agg(step ->> 'direction' ORDER BY place) AS directions,
                         array_agg(step #>> '{readings,-1,applied}' ORDER BY place) AS applied,
                         array_agg(step #>> '{readings,-1,output}' ORDER BY place) AS outputs,
                         array_agg((step #>> '{readings,0,takenAt}')::timestamptz ORDER BY place) AS taken_at
                    FROM jsonb_array_elements(taken -> 'steps') WITH ORDINALITY AS steps (step, place)
                   WHERE jsonb_array_length(step -> 'readings') > 0) AS read
$$;

ALTER TABLE sealed_round DISABLE TRIGGER sealed_round_append_only;
UPDATE sealed_round
   SET (decision, percents, directions, applied, outputs, taken_at)
     = (SELECT decision, percents, directions, applied, outputs, taken_at
          FROM seal, sealed_readings(seal.record::jsonb) AS read
         WHERE seal.sequence = sealed_round.sequence AND read.round = sealed_round.round);
DELETE FROM sealed_round WHERE percents IS NULL; -- does not belong together: verification tells of it
ALTER TABLE sealed_round ENABLE TRIGGER sealed_round_append_only;

ALTER TABLE sealed_round
  ALTER COLUMN percents SET NOT NULL,
  ALTER COLUMN directions SET NOT NULL,
  ALTER COLUMN applied SET NOT NULL,
  ALTER COLUMN outputs SET NOT NULL,
  ALTER COLUMN taken_at SET NOT NULL;

CREATE OR REPLACE FUNCTION keep_sealed_rounds(of_sequence bigint, record jsonb) RETURNS void LANGUAGE sql AS $$
  INSERT INTO sealed_round (sequence, round, verdict, errors, limits, expanded, standard,
                            decision, percents, directions, applied, outputs, taken_at)
  SELECT of_sequence, read.round, result ->> 'verdict', made.errors, made.limits,
         CASE WHEN array_position(made.expanded, NULL) IS NULL THEN made.expanded END,
         CASE WHEN array_position(made.standard, NULL) IS NULL THEN made.standard END,
         read.decision, read.percents, read.directions, read.applied, read.outputs, read.taken_at
    FROM jsonb_array_elements(record -> 'results') AS result
    JOIN sealed_readings(record) AS read ON read.round = (result ->> 'round')::int,
         LATERAL (SELECT array_agg((point ->> 'errorPercentSpan')::double precision ORDER BY place) AS errors,
                         array_agg((point ->> 'limitPercentSpan')::double precision ORDER BY place) AS limits,
                         array_agg((point ->> 'expandedUncertaintyPercentSpan')::double precision ORDER BY place) AS expanded,
                         array_agg((point #>> '{budget,combinedStandardUncertainty}')::double precision ORDER BY place) AS standard
                    FROM jsonb_array_elements(result -> 'points') WITH ORDINALITY AS points (point, place)) AS made
   WHERE made.errors IS NOT NULL
$$;
