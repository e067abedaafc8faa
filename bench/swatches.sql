-- Multiplies the demo of a workroom to 20,000 set-ups and 100,000 swatches: sqlite3 FOLDER/workroom.db < bench/swatches.sql
-- FOLDER is one that a server made, loaded with the demo and closed.
PRAGMA journal_mode=OFF; PRAGMA synchronous=OFF;
BEGIN;
CREATE TEMP TABLE n AS WITH RECURSIVE n(i) AS (SELECT 1 UNION ALL SELECT i+1 FROM n WHERE i<100000) SELECT i FROM n;
CREATE TEMP TABLE m AS SELECT (SELECT max(Id) FROM Setups) s, (SELECT count(*) FROM Swatches) w;
INSERT INTO Setups(SeamId,ClothId,MachineId,SearchText,VerdictId,SwatchPassedAt,Summary,Snapshot,Version,SubmissionKey,Name,CreatedAt,ChangedAt,PutAwayAt,PutAwayWith,Demo,EarlierId,Edition,Remark) SELECT c.SeamId,c.ClothId,c.MachineId,c.SearchText||' '||i,c.VerdictId,CASE WHEN i%3>0 THEN c.CreatedAt+i END,c.Summary,c.Snapshot,1,printf('00000000-0000-0000-0003-%012d',i),c.Name||' '||i,c.CreatedAt+i,c.ChangedAt+i,NULL,NULL,0,NULL,1,'' FROM n,m JOIN Setups c ON c.Id=1+i%7 WHERE i<=20000;
-- Each of a swatch of the demo, in turn; its set-up one of the new ones that is of the same seam on the same machine where there is one.
INSERT INTO Swatches(SetupId,SeamId,ClothId,MachineId,Passed,LeftOut,Lesson,ThreadKinds,Version,SubmissionKey,Name,CreatedAt,ChangedAt,PutAwayAt,PutAwayWith,Demo,Entry) SELECT CASE WHEN i%5=0 THEN w.SetupId ELSE m.s+7*(i%2800)+(w.SetupId+5)%7+1 END,w.SeamId,w.ClothId,w.MachineId,i%3=0,0,w.Lesson,CASE WHEN i%997=0 THEN ' heavy-rayon ' ELSE '' END||w.ThreadKinds,1,printf('00000000-0000-0000-0004-%012d',i),w.Name||' '||i,w.CreatedAt+36000000000*i,w.ChangedAt+i,NULL,NULL,0,w.Entry FROM n,m JOIN Swatches w ON w.Id=1+i%m.w;
COMMIT;
