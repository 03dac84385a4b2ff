-- How a site shows things: decimal mark, units of the conditions of work, sizes of its labels.
ALTER TABLE site
  ADD COLUMN decimal_mark text NOT NULL DEFAULT '.' CHECK (decimal_mark IN ('.', ',')),
  ADD COLUMN condition_units text NOT NULL DEFAULT 'si' CHECK (condition_units IN ('si', 'us')),
  ADD COLUMN tag_size text NOT NULL DEFAULT '100x60' CHECK (tag_size IN ('100x60', '105x74', '86x54')),
  ADD COLUMN label_size text NOT NULL DEFAULT '70x37' CHECK (label_size IN ('70x37', '89x36', '62x29'));
