ALTER TABLE hook_up ADD COLUMN backbone VARCHAR(40) NOT NULL DEFAULT '' COMMENT 'the network of a vessel that was heard beside the bus; empty where there was none';

ALTER TABLE use_figure
  ADD COLUMN engine VARCHAR(60) NOT NULL DEFAULT '' COMMENT 'which engine of several; empty where the unit has one',
  DROP PRIMARY KEY,
  ADD PRIMARY KEY (story_read_id, span, figure, engine);
