-- A large fleet as copies of the one job that was really read (the newest with a story): 1,000 units with 20 visits each.
SET @unit = (SELECT MAX(id) FROM unit), @job = (SELECT MAX(job_id) FROM story_read);
SET @story = (SELECT MAX(id) FROM story_read WHERE job_id = @job), @fault = (SELECT MAX(id) FROM fault_read WHERE job_id = @job);
SET @who = (SELECT MIN(id) FROM account);
INSERT INTO unit (fleet_number, vin, maker, model, class, pack)
  SELECT CONCAT('Fleet ', seq), CONCAT('SMW0FLT', LPAD(seq, 10, '0')), 'Orrendale', 'Korvane 6', 'TRUCK', 'orrendale-haulward' FROM seq_1_to_1000;
SET @first_job = (SELECT MAX(id) + 1 FROM job);
INSERT INTO job (number, unit_id, complaint, state, hours, kilometres, opened_at, opened_by)
  SELECT CONCAT('F-', v.seq * 1000 + u.seq), @unit + u.seq, ELT(1 + (u.seq * 7 + v.seq) MOD 4, 'No power on the climb.', 'Service is due.', 'Lamp came on twice.', 'Idles rough when cold.'),
    IF(v.seq = 20, 'OPEN', 'CLOSED'), 500 * v.seq + u.seq, 12000 * v.seq, TIMESTAMP('2024-01-01') + INTERVAL (v.seq * 50 * 24 + u.seq) HOUR, @who
  FROM seq_1_to_20 v JOIN seq_1_to_1000 u ORDER BY v.seq, u.seq;
INSERT INTO logbook_entry (job_id, kind, text, account_id, at, hours)
  SELECT j.id, 'NOTE', CONCAT('Entry ', s.seq, ' of the visit.'), @who, j.opened_at + INTERVAL s.seq MINUTE, j.hours FROM job j JOIN seq_1_to_20 s WHERE j.id >= @first_job ORDER BY j.id, s.seq;
INSERT INTO story_read (job_id, account_id, read_at, why, state, engine_hours, pack, pack_hash, content)
  SELECT j.id, @who, j.opened_at, 'ROLL', 'COMPLETE', j.hours, r.pack, r.pack_hash, r.content FROM job j JOIN story_read r ON r.id = @story WHERE j.id >= @first_job ORDER BY j.id;
INSERT INTO fault_read (job_id, account_id, read_at, why, state, engine_hours, faults, active, silent, pack, pack_hash, content)
  SELECT j.id, @who, j.opened_at, 'ROLL', 'COMPLETE', j.hours, r.faults, r.active, r.silent, r.pack, r.pack_hash, r.content FROM job j JOIN fault_read r ON r.id = @fault WHERE j.id >= @first_job ORDER BY j.id;
INSERT INTO use_figure (story_read_id, unit_id, span, figure, amount, measure, read_at, engine_hours)
  SELECT s.id, j.unit_id, f.span, f.figure, f.amount * (0.7 + 0.6 * RAND(7)), f.measure, s.read_at, s.engine_hours
  FROM job j JOIN story_read s ON s.job_id = j.id JOIN use_figure f ON f.story_read_id = @story WHERE j.id >= @first_job;
INSERT INTO newest_use (unit_id, story_read_id)
  SELECT j.unit_id, MAX(s.id) FROM job j JOIN story_read s ON s.job_id = j.id WHERE j.id >= @first_job GROUP BY j.unit_id;
ANALYZE TABLE unit, job, logbook_entry, story_read, fault_read, use_figure, newest_use;
