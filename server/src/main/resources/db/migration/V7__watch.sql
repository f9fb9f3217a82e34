CREATE TABLE recording (
  id           BIGINT       NOT NULL PRIMARY KEY COMMENT 'given by the application, so that a recording can begin while the database is away',
  job_id       BIGINT       NOT NULL,
  name         VARCHAR(120) NOT NULL,
  source       VARCHAR(200) NOT NULL COMMENT 'live, or the link or file it was made of',
  first_micros BIGINT       NOT NULL,
  start_micros BIGINT       NOT NULL,
  began_at     TIMESTAMP(3) NOT NULL,
  why          VARCHAR(200) NOT NULL,
  account_id   BIGINT       NOT NULL,
  hours        DOUBLE       NULL,
  pack         VARCHAR(60)  NOT NULL,
  pack_hash    CHAR(64)     NOT NULL,
  CONSTRAINT recording_job FOREIGN KEY (job_id) REFERENCES job (id),
  CONSTRAINT recording_account FOREIGN KEY (account_id) REFERENCES account (id),
  KEY recording_of_job (job_id, began_at)
) COMMENT 'append-only';

CREATE TABLE recording_end (
  recording_id BIGINT       NOT NULL PRIMARY KEY,
  last_micros  BIGINT       NOT NULL,
  samples      BIGINT       NOT NULL,
  lost         BIGINT       NOT NULL DEFAULT 0,
  why          VARCHAR(200) NOT NULL,
  ended_at     TIMESTAMP(3) NOT NULL DEFAULT CURRENT_TIMESTAMP(3),
  CONSTRAINT recording_end_of FOREIGN KEY (recording_id) REFERENCES recording (id)
);

CREATE TABLE recording_channel (
  recording_id BIGINT       NOT NULL,
  track        INT          NOT NULL,
  place        INT          NOT NULL,
  channel      VARCHAR(80)  NOT NULL,
  name         VARCHAR(200) NOT NULL,
  spn          INT          NOT NULL,
  module       VARCHAR(60)  NOT NULL,
  module_title VARCHAR(120) NOT NULL,
  side         VARCHAR(20)  NOT NULL,
  source       VARCHAR(12)  NOT NULL,
  grp          INT          NOT NULL,
  bits         INT          NOT NULL,
  factor       DOUBLE       NOT NULL,
  shift        DOUBLE       NOT NULL,
  unit         VARCHAR(12)  NOT NULL,
  words        TEXT         NOT NULL,
  PRIMARY KEY (recording_id, track, place),
  CONSTRAINT recording_channel_of FOREIGN KEY (recording_id) REFERENCES recording (id)
);

CREATE TABLE recording_part (
  recording_id BIGINT     NOT NULL,
  track        INT        NOT NULL,
  place        INT        NOT NULL COMMENT '-1: the times of the track',
  part         INT        NOT NULL,
  amount       INT        NOT NULL,
  first_micros BIGINT     NOT NULL,
  last_micros  BIGINT     NOT NULL,
  content      MEDIUMBLOB NOT NULL,
  PRIMARY KEY (recording_id, track, place, part),
  CONSTRAINT recording_part_of FOREIGN KEY (recording_id) REFERENCES recording (id)
) COMMENT 'append-only: compressed columns of raw counts';

CREATE TABLE recording_level (
  recording_id  BIGINT     NOT NULL,
  bucket_micros BIGINT     NOT NULL,
  track         INT        NOT NULL,
  place         INT        NOT NULL,
  content       MEDIUMBLOB NOT NULL,
  PRIMARY KEY (recording_id, bucket_micros, track, place),
  CONSTRAINT recording_level_of FOREIGN KEY (recording_id) REFERENCES recording (id)
) COMMENT 'extremes of long spans, made when a recording has ended';

CREATE TABLE recording_mark (
  id           BIGINT       NOT NULL AUTO_INCREMENT PRIMARY KEY,
  recording_id BIGINT       NOT NULL,
  kind         VARCHAR(10)  NOT NULL COMMENT 'MARKER or GAP',
  from_micros  BIGINT       NOT NULL,
  to_micros    BIGINT       NOT NULL,
  text         VARCHAR(200) NOT NULL,
  account_id   BIGINT       NULL,
  CONSTRAINT recording_mark_of FOREIGN KEY (recording_id) REFERENCES recording (id),
  UNIQUE KEY recording_mark_once (recording_id, kind, from_micros, to_micros)
);

CREATE TABLE watch_set (
  id         BIGINT       NOT NULL AUTO_INCREMENT PRIMARY KEY,
  name       VARCHAR(60)  NOT NULL,
  channels   TEXT         NOT NULL,
  account_id BIGINT       NOT NULL,
  UNIQUE KEY watch_set_name (name),
  CONSTRAINT watch_set_account FOREIGN KEY (account_id) REFERENCES account (id)
);

CREATE TABLE csv_map (
  id         BIGINT       NOT NULL AUTO_INCREMENT PRIMARY KEY,
  heads      CHAR(64)     NOT NULL COMMENT 'SHA-256 of the names of the columns',
  content    TEXT         NOT NULL,
  account_id BIGINT       NOT NULL,
  UNIQUE KEY csv_map_heads (heads),
  CONSTRAINT csv_map_account FOREIGN KEY (account_id) REFERENCES account (id)
);

CREATE TABLE dbc_file (
  id         BIGINT       NOT NULL AUTO_INCREMENT PRIMARY KEY,
  unit_id    BIGINT       NOT NULL,
  name       VARCHAR(200) NOT NULL,
  content    MEDIUMTEXT   NOT NULL,
  account_id BIGINT       NOT NULL,
  added_at   TIMESTAMP(3) NOT NULL DEFAULT CURRENT_TIMESTAMP(3),
  CONSTRAINT dbc_file_unit FOREIGN KEY (unit_id) REFERENCES unit (id),
  CONSTRAINT dbc_file_account FOREIGN KEY (account_id) REFERENCES account (id),
  KEY dbc_file_of_unit (unit_id, id)
);

CREATE TABLE trial (
  id         BIGINT       NOT NULL AUTO_INCREMENT PRIMARY KEY,
  job_id     BIGINT       NOT NULL,
  kind       VARCHAR(30)  NOT NULL,
  engine     VARCHAR(60)  NOT NULL DEFAULT '',
  began_at   TIMESTAMP(3) NOT NULL,
  ended_at   TIMESTAMP(3) NOT NULL DEFAULT CURRENT_TIMESTAMP(3),
  account_id BIGINT       NOT NULL,
  hours      DOUBLE       NULL,
  pack       VARCHAR(60)  NOT NULL,
  pack_hash  CHAR(64)     NOT NULL,
  verdict    VARCHAR(12)  NOT NULL,
  content    MEDIUMBLOB   NOT NULL COMMENT 'what was seen; the verdict is worked out from it again',
  CONSTRAINT trial_job FOREIGN KEY (job_id) REFERENCES job (id),
  CONSTRAINT trial_account FOREIGN KEY (account_id) REFERENCES account (id),
  KEY trial_of_job (job_id, id)
) COMMENT 'append-only';
