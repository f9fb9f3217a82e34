ALTER TABLE account ADD COLUMN guest BOOLEAN NOT NULL DEFAULT FALSE
  COMMENT 'named by a case file from elsewhere; never signs in';
