-- What holds at a site for everybody: its zone, the unit and rule its forms begin with, its paper, how certificates are numbered.
ALTER TABLE site
  -- Empty: that of the machine.
  ADD COLUMN time_zone text NOT NULL DEFAULT '' CHECK (length(time_zone) <= 60),
  ADD COLUMN pressure_unit text NOT NULL DEFAULT 'kPa' CHECK (length(pressure_unit) BETWEEN 1 AND 20),
  ADD COLUMN paper text NOT NULL DEFAULT 'a4' CHECK (paper IN ('a4', 'letter')),
  ADD COLUMN decision_rule text NOT NULL DEFAULT 'simple-acceptance'
    CHECK (decision_rule IN ('simple-acceptance', 'shared-risk', 'guard-band', 'conditional')),
  ADD COLUMN certificate_number text NOT NULL DEFAULT '{number}'
    CHECK (length(certificate_number) <= 40 AND certificate_number ~ '\{number(:\d)?\}');
