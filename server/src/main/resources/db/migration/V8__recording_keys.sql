-- A key of one column, as every row of a case file has one.
ALTER TABLE recording_part
  DROP PRIMARY KEY,
  ADD COLUMN id BIGINT NOT NULL AUTO_INCREMENT PRIMARY KEY FIRST,
  ADD UNIQUE KEY recording_part_place (recording_id, track, place, part);
