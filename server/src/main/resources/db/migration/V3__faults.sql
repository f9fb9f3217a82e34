CREATE TABLE fault_read (
  id           BIGINT       NOT NULL AUTO_INCREMENT PRIMARY KEY,
  job_id       BIGINT       NOT NULL,
  account_id   BIGINT       NOT NULL,
  read_at      TIMESTAMP(3) NOT NULL DEFAULT CURRENT_TIMESTAMP(3),
  why          VARCHAR(20)  NOT NULL,
  state        VARCHAR(20)  NOT NULL,
  engine_hours DOUBLE       NULL,
  faults       INT          NOT NULL,
  active       INT          NOT NULL,
  silent       VARCHAR(1000) NOT NULL,
  pack         VARCHAR(60)  NOT NULL,
  pack_hash    CHAR(64)     NOT NULL,
  content      MEDIUMBLOB   NOT NULL,
  CONSTRAINT fault_read_job FOREIGN KEY (job_id) REFERENCES job (id),
  CONSTRAINT fault_read_account FOREIGN KEY (account_id) REFERENCES account (id),
  KEY fault_read_of_job (job_id, id)
) COMMENT 'append-only: one row a read of all faults, compressed';

CREATE TABLE fault_deed (
  id           BIGINT       NOT NULL AUTO_INCREMENT PRIMARY KEY,
  job_id       BIGINT       NOT NULL,
  kind         VARCHAR(20)  NOT NULL,
  done_at      TIMESTAMP(3) NOT NULL DEFAULT CURRENT_TIMESTAMP(3),
  account_id   BIGINT       NOT NULL,
  engine_hours DOUBLE       NULL,
  bus_micros   BIGINT       NOT NULL,
  content      MEDIUMTEXT   NOT NULL,
  CONSTRAINT fault_deed_job FOREIGN KEY (job_id) REFERENCES job (id),
  CONSTRAINT fault_deed_account FOREIGN KEY (account_id) REFERENCES account (id),
  KEY fault_deed_of_job (job_id, id)
) COMMENT 'append-only: clears and self-tests with what each module said';

CREATE TABLE lead_move (
  id         BIGINT        NOT NULL AUTO_INCREMENT PRIMARY KEY,
  job_id     BIGINT        NOT NULL,
  what       VARCHAR(120)  NOT NULL,
  target     VARCHAR(120)  NOT NULL,
  reason     VARCHAR(500)  NOT NULL,
  undone     BOOLEAN       NOT NULL DEFAULT FALSE,
  account_id BIGINT        NOT NULL,
  moved_at   TIMESTAMP(3)  NOT NULL DEFAULT CURRENT_TIMESTAMP(3),
  CONSTRAINT lead_move_job FOREIGN KEY (job_id) REFERENCES job (id),
  CONSTRAINT lead_move_account FOREIGN KEY (account_id) REFERENCES account (id),
  KEY lead_move_of_job (job_id, id)
);
