CREATE TABLE repair (
  id         BIGINT        NOT NULL AUTO_INCREMENT PRIMARY KEY,
  job_id     BIGINT        NOT NULL,
  kind       VARCHAR(60)   NOT NULL COMMENT 'repair of the pack; empty for one in own words',
  title      VARCHAR(200)  NOT NULL COMMENT 'as it was called when it was entered',
  note       VARCHAR(1000) NOT NULL,
  obliges    VARCHAR(1000) NOT NULL COMMENT 'ids of the tests that must pass after it, with blanks between',
  done_at    TIMESTAMP(3)  NOT NULL DEFAULT CURRENT_TIMESTAMP(3),
  account_id BIGINT        NOT NULL,
  hours      DOUBLE        NULL,
  pack       VARCHAR(60)   NOT NULL,
  pack_hash  CHAR(64)      NOT NULL,
  CONSTRAINT repair_job FOREIGN KEY (job_id) REFERENCES job (id),
  CONSTRAINT repair_account FOREIGN KEY (account_id) REFERENCES account (id),
  KEY repair_of_job (job_id, id)
) COMMENT 'append-only';

CREATE TABLE repair_entry (
  id         BIGINT       NOT NULL AUTO_INCREMENT PRIMARY KEY,
  repair_id  BIGINT       NOT NULL,
  kind       VARCHAR(12)  NOT NULL COMMENT 'WAIVED, NEEDED or TAKEN_BACK',
  test       VARCHAR(60)  NOT NULL COMMENT 'which test; empty where the whole repair is taken back',
  says       VARCHAR(300) NOT NULL,
  at         TIMESTAMP(3) NOT NULL DEFAULT CURRENT_TIMESTAMP(3),
  account_id BIGINT       NOT NULL,
  CONSTRAINT repair_entry_repair FOREIGN KEY (repair_id) REFERENCES repair (id),
  CONSTRAINT repair_entry_account FOREIGN KEY (account_id) REFERENCES account (id),
  KEY repair_entry_of_repair (repair_id, id)
) COMMENT 'append-only';
