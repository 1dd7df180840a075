-- A district of schools beside the demonstration, and years of practice in it: psql -v schools=40 -v players=75 -v results=1500 -f bench/district.sql URL
-- Everybody is made up; "results" is for each player, spread over three years. The demonstration's own players get as many.
\set ON_ERROR_STOP on
BEGIN;
CREATE TEMP TABLE school AS SELECT k, gen_random_uuid() AS band, gen_random_uuid() AS account FROM generate_series(1, :schools) k;
INSERT INTO account (id, name, name_key, password, is_director, is_keeper, is_demo, epoch, made_at, version)
  SELECT account, 'Director ' || k, 'director ' || k, 'none', true, false, false, 1, now() - interval '3 years', 1 FROM school;
INSERT INTO band (id, owner_id, name, key_order, paper, reminders, speaks_own, kept_days, used_on, is_demo, version, zone, lesson_days)
  SELECT band, account, 'School ' || k, 'fourths', 'a4', 'affected', false, 400, current_date, false, 1, 'Europe/Berlin', '1,4' FROM school;
CREATE TEMP TABLE pupil AS SELECT band, k, n, gen_random_uuid() AS player, gen_random_uuid() AS chair FROM school, generate_series(1, :players) n;
INSERT INTO player (id, name, name_key, band_id, version) SELECT player, 'Pupil ' || n, 'pupil ' || n, band, 1 FROM pupil;
INSERT INTO chair (id, instrument, setup, stage, limits, player_id, track, style, section, position, version, band_id, watched)
  SELECT chair, (ARRAY['flute', 'oboe', 'clarinet-bb', 'alto-sax', 'trumpet-bb', 'horn-f', 'trombone', 'euphonium-bc', 'tuba-bbb', 'xylophone'])[1 + n % 10], '', 'developing', '', player, '', 'written', '', n, 1, band, '' FROM pupil;
CREATE TEMP TABLE sits AS SELECT chair AS id, band FROM pupil UNION ALL SELECT c.id, c.band_id FROM chair c JOIN band b ON b.id = c.band_id AND b.is_demo;
-- Years at once: what the trigger keeps row by row is counted at the end.
ALTER TABLE practice_result DISABLE TRIGGER practice_best;
INSERT INTO practice_result (id, band_id, chair_id, line, step, bpm, unit, clean, seconds, remark, played_at, received_at, counts)
  SELECT gen_random_uuid(), band, id, 'concert ' || (ARRAY['Bb', 'Eb', 'F', 'C', 'Ab', 'Db', 'G', 'D', 'Gb', 'A', 'E', 'B'])[1 + (r / (:results / 24 + 1)) % 12] || ' major' || (CASE WHEN r % 3 = 0 THEN ', thirds' ELSE '' END) || ', eighths', 'ladder', 60 + r % 60, '1/4', r % 4 <> 0, 20, '', now() - interval '3 years' * (1 - r::float / :results), now() - interval '3 years' * (1 - r::float / :results), true
  FROM sits, generate_series(1, :results) r;
ALTER TABLE practice_result ENABLE TRIGGER practice_best;
INSERT INTO practice_best (chair_id, line, unit, band_id, bpm) SELECT chair_id, line, unit, min(band_id::text)::uuid, max(bpm) FROM practice_result WHERE clean AND counts AND bpm IS NOT NULL GROUP BY chair_id, line, unit
  ON CONFLICT (chair_id, line, unit) DO UPDATE SET bpm = excluded.bpm;
INSERT INTO record_entry (id, band_id, chair_id, line, memory, result, remark, by_name, made_at)
  SELECT gen_random_uuid(), band, id, 'concert ' || (ARRAY['Bb', 'Eb', 'F', 'C', 'Ab', 'Db', 'G', 'D', 'Gb', 'A', 'E', 'B'])[1 + r % 12] || ' major, quarters, quarter = ' || (60 + r % 40), false, CASE WHEN r % 3 = 0 THEN 'not yet' ELSE 'passed' END, '', 'Somebody', now() - interval '3 years' * (1 - r::float / 60)
  FROM sits, generate_series(1, 60) r;
COMMIT;
ANALYZE account; ANALYZE band; ANALYZE player; ANALYZE chair; ANALYZE practice_result; ANALYZE practice_best; ANALYZE record_entry;
SELECT 'bands ' || (SELECT count(*) FROM band) || ', players ' || (SELECT count(*) FROM player) || ', results ' || (SELECT count(*) FROM practice_result) || ', entries ' || (SELECT count(*) FROM record_entry) || ', ' || pg_size_pretty(pg_database_size(current_database()));
