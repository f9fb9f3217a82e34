ALTER TABLE unit
  ADD COLUMN exhaust_hot_at TIMESTAMP(3) NULL
    COMMENT 'when a module last said that the exhaust is hot; null once one has said that it is not';
