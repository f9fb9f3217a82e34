-- The identity number in our own NAME: the same at every hook-up, so that modules know the tool again.
CREATE TABLE own_name (
  only_one TINYINT NOT NULL DEFAULT 1 PRIMARY KEY CHECK (only_one = 1),
  identity INT NOT NULL CHECK (identity BETWEEN 0 AND 2097151)
);
INSERT INTO own_name (identity) VALUES (FLOOR(RAND() * 2097152));
