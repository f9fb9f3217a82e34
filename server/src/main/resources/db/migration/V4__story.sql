CREATE TABLE story_read (
  id           BIGINT       NOT NULL AUTO_INCREMENT PRIMARY KEY,
  job_id       BIGINT       NOT NULL,
  account_id   BIGINT       NOT NULL,
  read_at      TIMESTAMP(3) NOT NULL DEFAULT CURRENT_TIMESTAMP(3),
  why          VARCHAR(20)  NOT NULL,
  state        VARCHAR(20)  NOT NULL,
  engine_hours DOUBLE       NULL,
  pack         VARCHAR(60)  NOT NULL,
  pack_hash    CHAR(64)     NOT NULL,
  content      MEDIUMBLOB   NOT NULL,
  CONSTRAINT story_read_job FOREIGN KEY (job_id) REFERENCES job (id),
  CONSTRAINT story_read_account FOREIGN KEY (account_id) REFERENCES account (id),
  KEY story_read_of_job (job_id, id)
) COMMENT 'append-only: one row a read of what the modules remember, compressed';

CREATE TABLE use_figure (
  story_read_id BIGINT      NOT NULL,
  unit_id       BIGINT      NOT NULL,
  span          VARCHAR(4)  NOT NULL,
  figure        VARCHAR(24) NOT NULL,
  amount        DOUBLE      NOT NULL,
  measure       VARCHAR(8)  NOT NULL,
  read_at       TIMESTAMP(3) NOT NULL DEFAULT CURRENT_TIMESTAMP(3),
  engine_hours  DOUBLE      NULL,
  PRIMARY KEY (story_read_id, span, figure),
  CONSTRAINT use_figure_read FOREIGN KEY (story_read_id) REFERENCES story_read (id),
  CONSTRAINT use_figure_unit FOREIGN KEY (unit_id) REFERENCES unit (id),
  KEY use_figure_compare (figure, span, unit_id, story_read_id)
) COMMENT 'append-only: figures of trip and life of each read, metric, for comparison over units and visits';

CREATE TABLE newest_use (
  unit_id       BIGINT NOT NULL PRIMARY KEY,
  story_read_id BIGINT NOT NULL,
  CONSTRAINT newest_use_unit FOREIGN KEY (unit_id) REFERENCES unit (id),
  CONSTRAINT newest_use_read FOREIGN KEY (story_read_id) REFERENCES story_read (id)
) COMMENT 'an index, not a record: which read of a unit is the newest with trip figures';

ALTER TABLE job ADD KEY job_by_opening (opened_at, id);
