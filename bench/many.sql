-- Multiplies the demo of a workroom to 50,000 cloths, seams and set-ups: sqlite3 FOLDER/workroom.db < bench/many.sql
-- FOLDER is one that a server made, loaded with the demo and closed.
PRAGMA journal_mode=OFF; PRAGMA synchronous=OFF;
BEGIN;
CREATE TEMP TABLE n AS WITH RECURSIVE n(i) AS (SELECT 1 UNION ALL SELECT i+1 FROM n WHERE i<50000) SELECT i FROM n;
CREATE TEMP TABLE m AS SELECT (SELECT max(Id) FROM Cloths) c, (SELECT max(Id) FROM Seams) s;
INSERT INTO Cloths(Id,Version,SubmissionKey,Name,CreatedAt,ChangedAt,PutAwayAt,PutAwayWith,Demo,Entry) SELECT m.c+i,1,printf('00000000-0000-0000-0001-%012d',i),c.Name||' '||i,c.CreatedAt+i,c.ChangedAt+i*7919%50021,NULL,NULL,0,c.Entry FROM n,m JOIN Cloths c ON c.Id=1+i%5;
INSERT INTO Seams(Id,ClothId,Version,SubmissionKey,Name,CreatedAt,ChangedAt,PutAwayAt,PutAwayWith,Demo,Entry) SELECT m.s+i,m.c+i,1,printf('00000000-0000-0000-0002-%012d',i),c.Name||' '||i,c.CreatedAt+i,c.ChangedAt+i*7919%50021,NULL,NULL,0,c.Entry FROM n,m JOIN Seams c ON c.Id=1+i%7;
INSERT INTO Setups(SeamId,ClothId,MachineId,SearchText,VerdictId,SwatchPassedAt,Summary,Snapshot,Version,SubmissionKey,Name,CreatedAt,ChangedAt,PutAwayAt,PutAwayWith,Demo,EarlierId,Edition,Remark) SELECT m.s+i,m.c+i,c.MachineId,c.SearchText||' '||i,c.VerdictId,CASE WHEN i%3>0 THEN c.CreatedAt+i END,c.Summary,c.Snapshot,1,printf('00000000-0000-0000-0003-%012d',i),c.Name||' '||i,c.CreatedAt+i,c.ChangedAt+i,NULL,NULL,0,NULL,1,'' FROM n,m JOIN Setups c ON c.Id=1+i%7;
COMMIT;
