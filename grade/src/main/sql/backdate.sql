-- Sets a job of the demo back by a number of days: @job, @days, and its number by @place. What was read stays as it was read.
UPDATE job SET opened_at = opened_at - INTERVAL @days DAY WHERE id = @job;
UPDATE job SET number = CONCAT(YEAR(opened_at), '-', LPAD(@place, 3, '0')) WHERE id = @job;
UPDATE logbook_entry SET at = at - INTERVAL @days DAY WHERE job_id = @job;
UPDATE hook_up_end e JOIN hook_up h ON h.id = e.hook_up_id SET e.ended_at = e.ended_at - INTERVAL @days DAY WHERE h.job_id = @job;
UPDATE frame_block b JOIN hook_up h ON h.id = b.hook_up_id SET b.first_wall = b.first_wall - INTERVAL @days DAY WHERE h.job_id = @job;
UPDATE hook_up SET began_at = began_at - INTERVAL @days DAY WHERE job_id = @job;
UPDATE roll SET called_at = called_at - INTERVAL @days DAY WHERE job_id = @job;
UPDATE fault_read SET read_at = read_at - INTERVAL @days DAY WHERE job_id = @job;
UPDATE use_figure f JOIN story_read s ON s.id = f.story_read_id SET f.read_at = f.read_at - INTERVAL @days DAY WHERE s.job_id = @job;
UPDATE story_read SET read_at = read_at - INTERVAL @days DAY WHERE job_id = @job;
