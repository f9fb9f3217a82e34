-- What a test looked at is an ordinary recording; the recording may be removed before the run is.
CREATE TABLE trial_recording (
  trial_id     BIGINT NOT NULL PRIMARY KEY,
  recording_id BIGINT NOT NULL COMMENT 'comes into its table a little later, and may be removed from it',
  CONSTRAINT trial_recording_of FOREIGN KEY (trial_id) REFERENCES trial (id)
) COMMENT 'append-only';
