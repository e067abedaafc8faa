-- Multiplies the history of care in a workroom with the demo: 100,000 lengths sewn and 100,000 entries of care over ten years, on its
-- first machine, and 2,000 needles that were in. The newest of each stay what they were.
-- sqlite3 FOLDER/workroom.db < bench/care.sql
BEGIN;
WITH RECURSIVE n(i) AS (SELECT 1 UNION ALL SELECT i + 1 FROM n WHERE i < 100000)
INSERT INTO Sewn (Version, MachineId, At, Name, SeamMm, ThreadMetres, Stitches, Hem, Timed, TakenBackAt, Taken, NeedleIds, SwatchId, RunId)
SELECT 1, 1, (SELECT MIN(At) FROM Sewn) - i * 31000000000, 'An evening’s sewing', 900, 14, 360, i % 7 = 0, i % 3 = 0, NULL, '[]', '[]', NULL, NULL FROM n;
WITH RECURSIVE n(i) AS (SELECT 1 UNION ALL SELECT i + 1 FROM n WHERE i < 100000)
INSERT INTO Care (Version, SubmissionKey, Name, CreatedAt, ChangedAt, PutAwayAt, PutAwayWith, Demo, Entry, MachineId, KindId, At, Open, EndedAt, Seconds)
SELECT 1, printf('%08X-0000-4000-8000-000000000000', i), c.Name, c.CreatedAt - i * 31000000000, c.ChangedAt - i * 31000000000, NULL, NULL, 0, c.Entry, 1, c.KindId, c.At - i * 31000000000, 0,
  CASE WHEN c.KindId = 'sat' THEN c.At - i * 31000000000 + 10000000 * c.Seconds END, c.Seconds
FROM n JOIN Care c ON c.Id = (SELECT Id FROM Care WHERE MachineId = 1 AND KindId = CASE WHEN i % 2 = 0 THEN 'sat' ELSE 'lint' END ORDER BY At DESC LIMIT 1);
WITH RECURSIVE n(i) AS (SELECT 1 UNION ALL SELECT i + 1 FROM n WHERE i < 2000)
INSERT INTO SeatedNeedles (Version, MachineId, Seat, Needle, UsedBefore, FittedAt, TakenOutAt, Stitches, ThreadUpId, Step, TimedStitches, Hems, PackId, EarlierKept)
SELECT 1, 1, s.Seat, s.Needle, 0, s.FittedAt - i * 864000000000, s.FittedAt - (i - 1) * 864000000000, 200000, NULL, NULL, 1000, 3, NULL, 0
FROM n JOIN SeatedNeedles s ON s.Id = (SELECT Id FROM SeatedNeedles WHERE MachineId = 1 AND TakenOutAt IS NULL ORDER BY Id LIMIT 1);
COMMIT;
ANALYZE;
