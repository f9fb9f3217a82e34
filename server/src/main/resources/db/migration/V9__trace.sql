CREATE TABLE trace (
  id         BIGINT       NOT NULL AUTO_INCREMENT PRIMARY KEY,
  job_id     BIGINT       NOT NULL,
  guide      VARCHAR(60)  NOT NULL,
  part       VARCHAR(120) NOT NULL COMMENT 'component of the pack; empty for a symptom',
  title      VARCHAR(200) NOT NULL COMMENT 'as it was called when it began',
  began_at   TIMESTAMP(3) NOT NULL DEFAULT CURRENT_TIMESTAMP(3),
  account_id BIGINT       NOT NULL,
  pack       VARCHAR(60)  NOT NULL,
  pack_hash  CHAR(64)     NOT NULL,
  CONSTRAINT trace_job FOREIGN KEY (job_id) REFERENCES job (id),
  CONSTRAINT trace_account FOREIGN KEY (account_id) REFERENCES account (id),
  KEY trace_of_job (job_id, id)
) COMMENT 'append-only';

CREATE TABLE trace_entry (
  id         BIGINT        NOT NULL AUTO_INCREMENT PRIMARY KEY,
  trace_id   BIGINT        NOT NULL,
  check_id   VARCHAR(60)   NOT NULL,
  asked      VARCHAR(1000) NOT NULL COMMENT 'the words of the check when it was answered',
  how        VARCHAR(12)   NOT NULL,
  outcome    VARCHAR(60)   NOT NULL,
  says       VARCHAR(1000) NOT NULL,
  at         TIMESTAMP(3)  NOT NULL DEFAULT CURRENT_TIMESTAMP(3),
  account_id BIGINT        NULL COMMENT 'nobody where the unit answered',
  hours      DOUBLE        NULL,
  bus_micros BIGINT        NULL,
  CONSTRAINT trace_entry_trace FOREIGN KEY (trace_id) REFERENCES trace (id),
  CONSTRAINT trace_entry_account FOREIGN KEY (account_id) REFERENCES account (id),
  KEY trace_entry_of_trace (trace_id, id)
) COMMENT 'append-only';
