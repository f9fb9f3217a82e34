CREATE TABLE account (
  id            BIGINT       NOT NULL AUTO_INCREMENT PRIMARY KEY,
  name          VARCHAR(60)  NOT NULL,
  password_hash VARCHAR(120) NOT NULL,
  role          VARCHAR(20)  NOT NULL,
  created_at    TIMESTAMP(3) NOT NULL DEFAULT CURRENT_TIMESTAMP(3),
  UNIQUE KEY account_name (name)
);

CREATE TABLE unit (
  id           BIGINT       NOT NULL AUTO_INCREMENT PRIMARY KEY,
  fleet_number VARCHAR(60)  NOT NULL,
  vin          VARCHAR(40)  NOT NULL DEFAULT '',
  maker        VARCHAR(60)  NOT NULL DEFAULT '',
  model        VARCHAR(60)  NOT NULL DEFAULT '',
  class        VARCHAR(20)  NOT NULL,
  pack         VARCHAR(60)  NOT NULL DEFAULT '',
  created_at   TIMESTAMP(3) NOT NULL DEFAULT CURRENT_TIMESTAMP(3),
  UNIQUE KEY unit_fleet_number (fleet_number),
  KEY unit_vin (vin)
);

CREATE TABLE unit_part (
  id      BIGINT      NOT NULL AUTO_INCREMENT PRIMARY KEY,
  unit_id BIGINT      NOT NULL,
  kind    VARCHAR(10) NOT NULL,
  name    VARCHAR(60) NOT NULL,
  CONSTRAINT unit_part_unit FOREIGN KEY (unit_id) REFERENCES unit (id),
  UNIQUE KEY unit_part_name (unit_id, kind, name)
) COMMENT 'the engines and buses of a unit';

CREATE TABLE job (
  id         BIGINT        NOT NULL AUTO_INCREMENT PRIMARY KEY,
  number     VARCHAR(20)   NOT NULL,
  unit_id    BIGINT        NOT NULL,
  complaint  VARCHAR(2000) NOT NULL,
  state      VARCHAR(12)   NOT NULL DEFAULT 'OPEN',
  hours      DOUBLE        NULL,
  kilometres DOUBLE        NULL,
  opened_at  TIMESTAMP(3)  NOT NULL DEFAULT CURRENT_TIMESTAMP(3),
  opened_by  BIGINT        NOT NULL,
  CONSTRAINT job_unit FOREIGN KEY (unit_id) REFERENCES unit (id),
  CONSTRAINT job_opener FOREIGN KEY (opened_by) REFERENCES account (id),
  UNIQUE KEY job_number (number),
  KEY job_of_unit (unit_id, opened_at),
  KEY job_by_state (state, opened_at)
);

CREATE TABLE logbook_entry (
  id           BIGINT        NOT NULL AUTO_INCREMENT PRIMARY KEY,
  job_id       BIGINT        NOT NULL,
  kind         VARCHAR(20)   NOT NULL,
  text         VARCHAR(4000) NOT NULL,
  account_id   BIGINT        NULL,
  at           TIMESTAMP(3)  NOT NULL DEFAULT CURRENT_TIMESTAMP(3),
  bus_micros   BIGINT        NULL,
  hours        DOUBLE        NULL,
  hours_module VARCHAR(40)   NULL,
  CONSTRAINT logbook_job FOREIGN KEY (job_id) REFERENCES job (id),
  CONSTRAINT logbook_account FOREIGN KEY (account_id) REFERENCES account (id),
  KEY logbook_of_job (job_id, id)
) COMMENT 'append-only: rows are inserted, never changed';

CREATE TABLE hook_up (
  id         BIGINT       NOT NULL AUTO_INCREMENT PRIMARY KEY,
  job_id     BIGINT       NOT NULL,
  link       VARCHAR(200) NOT NULL,
  bus        VARCHAR(40)  NOT NULL,
  bit_rate   INT          NOT NULL,
  pack       VARCHAR(60)  NOT NULL,
  pack_hash  CHAR(64)     NOT NULL,
  account_id BIGINT       NOT NULL,
  began_at   TIMESTAMP(3) NOT NULL DEFAULT CURRENT_TIMESTAMP(3),
  CONSTRAINT hook_up_job FOREIGN KEY (job_id) REFERENCES job (id),
  CONSTRAINT hook_up_account FOREIGN KEY (account_id) REFERENCES account (id),
  KEY hook_up_of_job (job_id, id)
);

CREATE TABLE hook_up_end (
  hook_up_id BIGINT       NOT NULL PRIMARY KEY,
  ended_at   TIMESTAMP(3) NOT NULL DEFAULT CURRENT_TIMESTAMP(3),
  reason     VARCHAR(200) NOT NULL,
  CONSTRAINT hook_up_end_of FOREIGN KEY (hook_up_id) REFERENCES hook_up (id)
);

CREATE TABLE frame_block (
  id           BIGINT       NOT NULL AUTO_INCREMENT PRIMARY KEY,
  hook_up_id   BIGINT       NOT NULL,
  first_micros BIGINT       NOT NULL,
  last_micros  BIGINT       NOT NULL,
  first_wall   TIMESTAMP(3) NOT NULL,
  hours        DOUBLE       NULL,
  hours_module VARCHAR(40)  NULL,
  entries      INT          NOT NULL,
  pinned       BOOLEAN      NOT NULL DEFAULT FALSE,
  content      MEDIUMBLOB   NOT NULL,
  CONSTRAINT frame_block_of FOREIGN KEY (hook_up_id) REFERENCES hook_up (id),
  KEY frame_block_time (hook_up_id, first_micros)
);

CREATE TABLE roll (
  id         BIGINT       NOT NULL AUTO_INCREMENT PRIMARY KEY,
  job_id     BIGINT       NOT NULL,
  hook_up_id BIGINT       NOT NULL,
  called_at  TIMESTAMP(3) NOT NULL DEFAULT CURRENT_TIMESTAMP(3),
  account_id BIGINT       NOT NULL,
  full_roll  BOOLEAN      NOT NULL,
  state      VARCHAR(20)  NOT NULL,
  pack       VARCHAR(60)  NOT NULL,
  pack_hash  CHAR(64)     NOT NULL,
  content    MEDIUMTEXT   NOT NULL,
  CONSTRAINT roll_job FOREIGN KEY (job_id) REFERENCES job (id),
  CONSTRAINT roll_hook_up FOREIGN KEY (hook_up_id) REFERENCES hook_up (id),
  CONSTRAINT roll_account FOREIGN KEY (account_id) REFERENCES account (id),
  KEY roll_of_job (job_id, id)
) COMMENT 'append-only: one row a roll call as it ended';

CREATE TABLE fault_reading (
  id         BIGINT      NOT NULL AUTO_INCREMENT PRIMARY KEY,
  roll_id    BIGINT      NOT NULL,
  module     VARCHAR(40) NOT NULL,
  address    SMALLINT    NOT NULL,
  spn        INT         NOT NULL,
  fmi        TINYINT     NOT NULL,
  count      SMALLINT    NULL,
  state      VARCHAR(20) NOT NULL,
  conversion VARCHAR(10) NOT NULL,
  bus_micros BIGINT      NOT NULL,
  CONSTRAINT fault_reading_roll FOREIGN KEY (roll_id) REFERENCES roll (id),
  KEY fault_reading_of_roll (roll_id),
  KEY fault_reading_spn (spn, fmi)
) COMMENT 'append-only';

CREATE TABLE seat (
  unit_id    BIGINT       NOT NULL PRIMARY KEY,
  account_id BIGINT       NOT NULL,
  taken_at   TIMESTAMP(3) NOT NULL,
  used_at    TIMESTAMP(3) NOT NULL,
  CONSTRAINT seat_unit FOREIGN KEY (unit_id) REFERENCES unit (id),
  CONSTRAINT seat_account FOREIGN KEY (account_id) REFERENCES account (id)
);

CREATE TABLE recorded_log (
  id         BIGINT       NOT NULL AUTO_INCREMENT PRIMARY KEY,
  job_id     BIGINT       NOT NULL,
  name       VARCHAR(200) NOT NULL,
  bus        VARCHAR(40)  NOT NULL,
  frames     INT          NOT NULL,
  added_at   TIMESTAMP(3) NOT NULL DEFAULT CURRENT_TIMESTAMP(3),
  account_id BIGINT       NOT NULL,
  content    LONGBLOB     NOT NULL,
  CONSTRAINT recorded_log_job FOREIGN KEY (job_id) REFERENCES job (id),
  CONSTRAINT recorded_log_account FOREIGN KEY (account_id) REFERENCES account (id),
  KEY recorded_log_of_job (job_id, id)
);
