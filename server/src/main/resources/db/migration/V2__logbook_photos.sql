CREATE TABLE logbook_photo (
  entry_id   BIGINT      NOT NULL PRIMARY KEY,
  media_type VARCHAR(20) NOT NULL,
  content    MEDIUMBLOB  NOT NULL,
  CONSTRAINT logbook_photo_entry FOREIGN KEY (entry_id) REFERENCES logbook_entry (id)
) COMMENT 'append-only: the picture of a logbook entry';
