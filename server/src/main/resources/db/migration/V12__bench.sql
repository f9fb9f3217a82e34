-- A run of a test has a row from its first command on, whatever becomes of it; how it ended stands beside it.
ALTER TABLE trial
  ADD COLUMN run          CHAR(36)     NULL UNIQUE COMMENT 'names a run before its row is there; none for runs of earlier versions',
  ADD COLUMN test         VARCHAR(60)  NOT NULL DEFAULT 'cutout' COMMENT 'id of the test in its pack',
  ADD COLUMN title        VARCHAR(200) NOT NULL DEFAULT 'Cylinder cutout by hand',
  ADD COLUMN layout       INT          NOT NULL DEFAULT 0 COMMENT 'version of what the kind observes',
  ADD COLUMN module       VARCHAR(60)  NOT NULL DEFAULT '' COMMENT 'id of the module in its pack',
  ADD COLUMN began_micros BIGINT       NULL,
  RENAME COLUMN engine TO module_title;
UPDATE trial SET kind = 'cutout';

CREATE TABLE trial_end (
  trial_id BIGINT        NOT NULL PRIMARY KEY,
  ending   VARCHAR(20)   NOT NULL,
  ended_at TIMESTAMP(3)  NOT NULL DEFAULT CURRENT_TIMESTAMP(3),
  verdict  VARCHAR(12)   NULL COMMENT 'by the rules of then; none where nothing was seen',
  says     VARCHAR(1000) NOT NULL DEFAULT '',
  next     VARCHAR(500)  NOT NULL DEFAULT '',
  content  MEDIUMBLOB    NOT NULL COMMENT 'what was seen; the verdict can be worked out from it again',
  CONSTRAINT trial_end_of FOREIGN KEY (trial_id) REFERENCES trial (id)
) COMMENT 'append-only';
INSERT INTO trial_end (trial_id, ending, ended_at, verdict, content)
  SELECT id, 'ENDED', ended_at, verdict, content FROM trial;
ALTER TABLE trial DROP COLUMN ended_at, DROP COLUMN verdict, DROP COLUMN content;

CREATE TABLE trial_figure (
  trial_id   BIGINT      NOT NULL,
  name       VARCHAR(40) NOT NULL,
  place      INT         NOT NULL COMMENT 'such as the cylinder, counted from 1; 0 for the whole',
  amount     DOUBLE      NOT NULL,
  measure    VARCHAR(12) NOT NULL,
  plus_minus DOUBLE      NULL,
  low        DOUBLE      NULL,
  high       DOUBLE      NULL,
  verdict    VARCHAR(12) NULL,
  PRIMARY KEY (trial_id, name, place),
  CONSTRAINT trial_figure_of FOREIGN KEY (trial_id) REFERENCES trial (id)
) COMMENT 'append-only: before and after, and trends, without unpacking what was seen';
