ALTER TABLE unit ADD COLUMN of_case BOOLEAN NOT NULL DEFAULT FALSE
  COMMENT 'came with a case file: shown, but no unit of this fleet';
UPDATE unit u SET of_case = TRUE
  WHERE EXISTS (SELECT 1 FROM job j WHERE j.unit_id = u.id AND j.state = 'CASE')
    AND NOT EXISTS (SELECT 1 FROM job j WHERE j.unit_id = u.id AND j.state <> 'CASE');

ALTER TABLE account ADD COLUMN ended_at TIMESTAMP(3) NULL
  COMMENT 'signs in no more; what was entered by it stays';

CREATE TABLE known_browser (
  token_hash CHAR(64)     NOT NULL PRIMARY KEY COMMENT 'SHA-256 of what stands in the cookie',
  account_id BIGINT       NOT NULL,
  used_at    TIMESTAMP(3) NOT NULL DEFAULT CURRENT_TIMESTAMP(3),
  CONSTRAINT known_browser_account FOREIGN KEY (account_id) REFERENCES account (id),
  KEY known_browser_of_account (account_id, used_at)
) COMMENT 'a browser from which somebody has signed in: wrong tries of others do not slow it down';

-- How columns are mapped is each person's own; before, anybody replaced it for everybody.
ALTER TABLE csv_map DROP KEY csv_map_heads, ADD UNIQUE KEY csv_map_own (heads, account_id);

-- Frames of a log go in and out a block at a time, however long it is.
CREATE TABLE recorded_log_block (
  id              BIGINT     NOT NULL AUTO_INCREMENT PRIMARY KEY,
  recorded_log_id BIGINT     NOT NULL,
  entries         INT        NOT NULL,
  content         MEDIUMBLOB NOT NULL,
  CONSTRAINT recorded_log_block_of FOREIGN KEY (recorded_log_id) REFERENCES recorded_log (id),
  KEY recorded_log_block_in_order (recorded_log_id, id)
) COMMENT 'append-only: compressed blocks of frames in order';
ALTER TABLE recorded_log MODIFY content LONGBLOB NULL
  COMMENT 'all blocks in one, as logs were kept before recorded_log_block';

CREATE TABLE report_kept (
  id      BIGINT       NOT NULL PRIMARY KEY,
  kept_at TIMESTAMP(3) NOT NULL DEFAULT CURRENT_TIMESTAMP(3),
  KEY report_kept_at (kept_at)
) COMMENT 'reports that went through the outbox, so that none is stored twice';

-- Was written and never read; the same stands in roll and fault_read.
DROP TABLE fault_reading;

-- How long traffic is kept; one row.
CREATE TABLE keeping (
  id         TINYINT      NOT NULL PRIMARY KEY,
  days       INT          NOT NULL,
  gigabytes  INT          NOT NULL,
  account_id BIGINT       NULL,
  changed_at TIMESTAMP(3) NOT NULL DEFAULT CURRENT_TIMESTAMP(3),
  CONSTRAINT keeping_account FOREIGN KEY (account_id) REFERENCES account (id)
);
INSERT INTO keeping (id, days, gigabytes) VALUES (1, 90, 20);

ALTER TABLE frame_block
  ADD COLUMN bytes INT NOT NULL DEFAULT 0 COMMENT 'length of the content',
  ADD KEY frame_block_size (pinned, hook_up_id, bytes);
UPDATE frame_block SET bytes = LENGTH(content);
