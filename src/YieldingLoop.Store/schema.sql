-- A new workroom, as all migrations in their order make it: SchemaTests compares the two, and writes this file anew where they differ.
CREATE TABLE "__EFMigrationsLock" (
    "Id" INTEGER NOT NULL CONSTRAINT "PK___EFMigrationsLock" PRIMARY KEY,
    "Timestamp" TEXT NOT NULL
);
CREATE TABLE "__EFMigrationsHistory" (
    "MigrationId" TEXT NOT NULL CONSTRAINT "PK___EFMigrationsHistory" PRIMARY KEY,
    "ProductVersion" TEXT NOT NULL
);
CREATE TABLE "Cloths" (
    "Id" INTEGER NOT NULL CONSTRAINT "PK_Cloths" PRIMARY KEY AUTOINCREMENT,
    "Version" INTEGER NOT NULL,
    "SubmissionKey" TEXT NOT NULL,
    "Name" TEXT NOT NULL,
    "CreatedAt" INTEGER NOT NULL,
    "ChangedAt" INTEGER NOT NULL,
    "Entry" TEXT NOT NULL
, "Demo" INTEGER NOT NULL DEFAULT 0, "PutAwayAt" INTEGER NULL, "PutAwayWith" TEXT NULL);
CREATE TABLE "Machines" (
    "Id" INTEGER NOT NULL CONSTRAINT "PK_Machines" PRIMARY KEY AUTOINCREMENT,
    "Version" INTEGER NOT NULL,
    "SubmissionKey" TEXT NOT NULL,
    "Name" TEXT NOT NULL,
    "CreatedAt" INTEGER NOT NULL,
    "ChangedAt" INTEGER NOT NULL,
    "Entry" TEXT NOT NULL
, "Demo" INTEGER NOT NULL DEFAULT 0, "PutAwayAt" INTEGER NULL, "PutAwayWith" TEXT NULL);
CREATE TABLE "Seams" (
    "Id" INTEGER NOT NULL CONSTRAINT "PK_Seams" PRIMARY KEY AUTOINCREMENT,
    "ClothId" INTEGER NOT NULL,
    "Version" INTEGER NOT NULL,
    "SubmissionKey" TEXT NOT NULL,
    "Name" TEXT NOT NULL,
    "CreatedAt" INTEGER NOT NULL,
    "ChangedAt" INTEGER NOT NULL,
    "Entry" TEXT NOT NULL, "Demo" INTEGER NOT NULL DEFAULT 0, "PutAwayAt" INTEGER NULL, "PutAwayWith" TEXT NULL, "Passed" INTEGER NOT NULL DEFAULT 0,
    CONSTRAINT "FK_Seams_Cloths_ClothId" FOREIGN KEY ("ClothId") REFERENCES "Cloths" ("Id") ON DELETE RESTRICT
);
CREATE TABLE "Drafts" (
    "Id" INTEGER NOT NULL CONSTRAINT "PK_Drafts" PRIMARY KEY AUTOINCREMENT,
    "Key" TEXT NOT NULL,
    "Path" TEXT NOT NULL,
    "Title" TEXT NOT NULL,
    "Fields" TEXT NOT NULL,
    "StartedAt" INTEGER NOT NULL,
    "ChangedAt" INTEGER NOT NULL
, "Sitting" TEXT NULL, "Turn" INTEGER NOT NULL DEFAULT 0);
CREATE TABLE "Settings" (
    "Id" INTEGER NOT NULL CONSTRAINT "PK_Settings" PRIMARY KEY,
    "Version" INTEGER NOT NULL,
    "ChangedAt" INTEGER NOT NULL,
    "Settings" TEXT NOT NULL
);
CREATE TABLE "Needles" (
    "Id" INTEGER NOT NULL CONSTRAINT "PK_Needles" PRIMARY KEY AUTOINCREMENT,
    "Version" INTEGER NOT NULL,
    "SubmissionKey" TEXT NOT NULL,
    "Name" TEXT NOT NULL,
    "CreatedAt" INTEGER NOT NULL,
    "ChangedAt" INTEGER NOT NULL,
    "PutAwayAt" INTEGER NULL,
    "PutAwayWith" TEXT NULL,
    "Demo" INTEGER NOT NULL,
    "Entry" TEXT NOT NULL
);
CREATE TABLE "States" (
    "Id" INTEGER NOT NULL CONSTRAINT "PK_States" PRIMARY KEY,
    "Version" INTEGER NOT NULL,
    "SubmissionKey" TEXT NOT NULL,
    "Name" TEXT NOT NULL,
    "CreatedAt" INTEGER NOT NULL,
    "ChangedAt" INTEGER NOT NULL,
    "PutAwayAt" INTEGER NULL,
    "PutAwayWith" TEXT NULL,
    "Demo" INTEGER NOT NULL,
    "Entry" TEXT NOT NULL,
    CONSTRAINT "FK_States_Machines_Id" FOREIGN KEY ("Id") REFERENCES "Machines" ("Id") ON DELETE RESTRICT
);
CREATE TABLE "Threads" (
    "Id" INTEGER NOT NULL CONSTRAINT "PK_Threads" PRIMARY KEY AUTOINCREMENT,
    "Version" INTEGER NOT NULL,
    "SubmissionKey" TEXT NOT NULL,
    "Name" TEXT NOT NULL,
    "CreatedAt" INTEGER NOT NULL,
    "ChangedAt" INTEGER NOT NULL,
    "PutAwayAt" INTEGER NULL,
    "PutAwayWith" TEXT NULL,
    "Demo" INTEGER NOT NULL,
    "Entry" TEXT NOT NULL
, "SewnSinceWeighed" REAL NULL, "Uses" TEXT NOT NULL DEFAULT ('[]'), "WeighedAt" INTEGER NULL, WoundFromId INTEGER NULL CONSTRAINT FK_Threads_Threads_WoundFromId REFERENCES Threads (Id) ON DELETE RESTRICT);
CREATE TABLE "Rules" (
    "Id" INTEGER NOT NULL CONSTRAINT "PK_Rules" PRIMARY KEY AUTOINCREMENT,
    "Version" INTEGER NOT NULL,
    "SubmissionKey" TEXT NOT NULL,
    "Name" TEXT NOT NULL,
    "CreatedAt" INTEGER NOT NULL,
    "ChangedAt" INTEGER NOT NULL,
    "PutAwayAt" INTEGER NULL,
    "PutAwayWith" TEXT NULL,
    "Demo" INTEGER NOT NULL,
    "Entry" TEXT NOT NULL
);
CREATE TABLE "Setups" (
    "Id" INTEGER NOT NULL CONSTRAINT "PK_Setups" PRIMARY KEY AUTOINCREMENT,
    "ChangedAt" INTEGER NOT NULL,
    "ClothId" INTEGER NOT NULL,
    "CreatedAt" INTEGER NOT NULL,
    "Demo" INTEGER NOT NULL,
    "EarlierId" INTEGER NULL,
    "Edition" INTEGER NOT NULL,
    "MachineId" INTEGER NOT NULL,
    "Name" TEXT NOT NULL,
    "PutAwayAt" INTEGER NULL,
    "PutAwayWith" TEXT NULL,
    "Remark" TEXT NOT NULL,
    "SeamId" INTEGER NOT NULL,
    "SearchText" TEXT NOT NULL,
    "Snapshot" TEXT NOT NULL,
    "SubmissionKey" TEXT NOT NULL,
    "Summary" TEXT NOT NULL,
    "SwatchPassedAt" INTEGER NULL,
    "VerdictId" TEXT NOT NULL,
    "Version" INTEGER NOT NULL, "Superseded" INTEGER NOT NULL DEFAULT 0, "FirstId" INTEGER NULL, "PassedBySwatchId" INTEGER NULL,
    CONSTRAINT "FK_Setups_Cloths_ClothId" FOREIGN KEY ("ClothId") REFERENCES "Cloths" ("Id") ON DELETE RESTRICT,
    CONSTRAINT "FK_Setups_Machines_MachineId" FOREIGN KEY ("MachineId") REFERENCES "Machines" ("Id") ON DELETE RESTRICT,
    CONSTRAINT "FK_Setups_Seams_SeamId" FOREIGN KEY ("SeamId") REFERENCES "Seams" ("Id") ON DELETE RESTRICT,
    CONSTRAINT "FK_Setups_Setups_EarlierId" FOREIGN KEY ("EarlierId") REFERENCES "Setups" ("Id") ON DELETE RESTRICT
);
CREATE TABLE "ThreadUps" (
    "Id" INTEGER NOT NULL CONSTRAINT "PK_ThreadUps" PRIMARY KEY AUTOINCREMENT,
    "MachineId" INTEGER NOT NULL,
    "SetupId" INTEGER NULL,
    "Done" INTEGER NOT NULL,
    "StateVersion" INTEGER NOT NULL,
    "EndedAt" INTEGER NULL,
    "Version" INTEGER NOT NULL,
    "SubmissionKey" TEXT NOT NULL,
    "Name" TEXT NOT NULL,
    "CreatedAt" INTEGER NOT NULL,
    "ChangedAt" INTEGER NOT NULL,
    "PutAwayAt" INTEGER NULL,
    "PutAwayWith" TEXT NULL,
    "Demo" INTEGER NOT NULL,
    "Entry" TEXT NOT NULL, "Fitted" TEXT NOT NULL DEFAULT ('[]'),
    CONSTRAINT "FK_ThreadUps_Machines_MachineId" FOREIGN KEY ("MachineId") REFERENCES "Machines" ("Id") ON DELETE RESTRICT,
    CONSTRAINT "FK_ThreadUps_Setups_SetupId" FOREIGN KEY ("SetupId") REFERENCES "Setups" ("Id") ON DELETE RESTRICT
);
CREATE TABLE "Photos" (
    "Id" INTEGER NOT NULL CONSTRAINT "PK_Photos" PRIMARY KEY AUTOINCREMENT,
    "Key" TEXT NOT NULL,
    "Version" INTEGER NOT NULL DEFAULT 1,
    "Picture" BLOB NOT NULL,
    "Thumbnail" BLOB NOT NULL,
    "Width" INTEGER NOT NULL,
    "Height" INTEGER NOT NULL,
    "AddedAt" INTEGER NOT NULL
);
CREATE TABLE "Swatches" (
    "Id" INTEGER NOT NULL CONSTRAINT "PK_Swatches" PRIMARY KEY AUTOINCREMENT,
    "ChangedAt" INTEGER NOT NULL,
    "ClothId" INTEGER NOT NULL,
    "CreatedAt" INTEGER NOT NULL,
    "Demo" INTEGER NOT NULL,
    "Entry" TEXT NOT NULL,
    "LeftOut" INTEGER NOT NULL,
    "Lesson" TEXT NULL,
    "MachineId" INTEGER NOT NULL,
    "Name" TEXT NOT NULL,
    "Passed" INTEGER NOT NULL,
    "PhotoId" INTEGER NULL,
    "PutAwayAt" INTEGER NULL,
    "PutAwayWith" TEXT NULL,
    "RunDownAt" INTEGER NULL,
    "SeamId" INTEGER NOT NULL,
    "SetupId" INTEGER NOT NULL,
    "SubmissionKey" TEXT NOT NULL,
    "ThreadKinds" TEXT NOT NULL DEFAULT '',
    "Version" INTEGER NOT NULL,
    CONSTRAINT "FK_Swatches_Cloths_ClothId" FOREIGN KEY ("ClothId") REFERENCES "Cloths" ("Id") ON DELETE RESTRICT,
    CONSTRAINT "FK_Swatches_Machines_MachineId" FOREIGN KEY ("MachineId") REFERENCES "Machines" ("Id") ON DELETE RESTRICT,
    CONSTRAINT "FK_Swatches_Photos_PhotoId" FOREIGN KEY ("PhotoId") REFERENCES "Photos" ("Id") ON DELETE RESTRICT,
    CONSTRAINT "FK_Swatches_Seams_SeamId" FOREIGN KEY ("SeamId") REFERENCES "Seams" ("Id") ON DELETE RESTRICT,
    CONSTRAINT "FK_Swatches_Setups_SetupId" FOREIGN KEY ("SetupId") REFERENCES "Setups" ("Id") ON DELETE RESTRICT
);
CREATE TABLE "SeatedNeedles" (
    "Id" INTEGER NOT NULL CONSTRAINT "PK_SeatedNeedles" PRIMARY KEY AUTOINCREMENT,
    "Version" INTEGER NOT NULL DEFAULT 1,
    "MachineId" INTEGER NOT NULL,
    "Seat" TEXT NOT NULL,
    "Needle" TEXT NOT NULL,
    "UsedBefore" INTEGER NOT NULL,
    "FittedAt" INTEGER NULL,
    "TakenOutAt" INTEGER NULL,
    "Stitches" INTEGER NOT NULL,
    "ThreadUpId" INTEGER NULL,
    "Step" INTEGER NULL, "EarlierKept" INTEGER NOT NULL DEFAULT 0, "Hems" INTEGER NOT NULL DEFAULT 0, "PackId" INTEGER NULL, "TimedStitches" INTEGER NOT NULL DEFAULT 0, "Key" TEXT NOT NULL DEFAULT '00000000-0000-0000-0000-000000000000',
    CONSTRAINT "FK_SeatedNeedles_Machines_MachineId" FOREIGN KEY ("MachineId") REFERENCES "Machines" ("Id") ON DELETE RESTRICT,
    CONSTRAINT "FK_SeatedNeedles_ThreadUps_ThreadUpId" FOREIGN KEY ("ThreadUpId") REFERENCES "ThreadUps" ("Id") ON DELETE SET NULL
);
CREATE TABLE "CoachSteps" (
    "Id" INTEGER NOT NULL CONSTRAINT "PK_CoachSteps" PRIMARY KEY AUTOINCREMENT,
    "SetupId" INTEGER NOT NULL,
    "ThreadUpId" INTEGER NULL,
    "Version" INTEGER NOT NULL,
    "SubmissionKey" TEXT NOT NULL,
    "Name" TEXT NOT NULL,
    "CreatedAt" INTEGER NOT NULL,
    "ChangedAt" INTEGER NOT NULL,
    "PutAwayAt" INTEGER NULL,
    "PutAwayWith" TEXT NULL,
    "Demo" INTEGER NOT NULL,
    "Entry" TEXT NOT NULL,
    CONSTRAINT "FK_CoachSteps_Setups_SetupId" FOREIGN KEY ("SetupId") REFERENCES "Setups" ("Id") ON DELETE RESTRICT,
    CONSTRAINT "FK_CoachSteps_ThreadUps_ThreadUpId" FOREIGN KEY ("ThreadUpId") REFERENCES "ThreadUps" ("Id") ON DELETE RESTRICT
);
CREATE TABLE "Practice" (
    "Id" INTEGER NOT NULL CONSTRAINT "PK_Practice" PRIMARY KEY AUTOINCREMENT,
    "SkillId" TEXT NOT NULL,
    "EndedAt" INTEGER NULL,
    "Clean" INTEGER NOT NULL,
    "Version" INTEGER NOT NULL,
    "SubmissionKey" TEXT NOT NULL,
    "Name" TEXT NOT NULL,
    "CreatedAt" INTEGER NOT NULL,
    "ChangedAt" INTEGER NOT NULL,
    "PutAwayAt" INTEGER NULL,
    "PutAwayWith" TEXT NULL,
    "Demo" INTEGER NOT NULL,
    "Entry" TEXT NOT NULL
);
CREATE TABLE "Garments" (
    "Id" INTEGER NOT NULL CONSTRAINT "PK_Garments" PRIMARY KEY AUTOINCREMENT,
    "Version" INTEGER NOT NULL,
    "SubmissionKey" TEXT NOT NULL,
    "Name" TEXT NOT NULL,
    "CreatedAt" INTEGER NOT NULL,
    "ChangedAt" INTEGER NOT NULL,
    "PutAwayAt" INTEGER NULL,
    "PutAwayWith" TEXT NULL,
    "Demo" INTEGER NOT NULL,
    "Entry" TEXT NOT NULL
);
CREATE TABLE "Wearers" (
    "Id" INTEGER NOT NULL CONSTRAINT "PK_Wearers" PRIMARY KEY AUTOINCREMENT,
    "Version" INTEGER NOT NULL,
    "SubmissionKey" TEXT NOT NULL,
    "Name" TEXT NOT NULL,
    "CreatedAt" INTEGER NOT NULL,
    "ChangedAt" INTEGER NOT NULL,
    "PutAwayAt" INTEGER NULL,
    "PutAwayWith" TEXT NULL,
    "Demo" INTEGER NOT NULL,
    "Entry" TEXT NOT NULL
);
CREATE TABLE "Runs" (
    "Id" INTEGER NOT NULL CONSTRAINT "PK_Runs" PRIMARY KEY AUTOINCREMENT,
    "SetupInHandId" INTEGER NULL,
    "EndedAt" INTEGER NULL,
    "Version" INTEGER NOT NULL,
    "SubmissionKey" TEXT NOT NULL,
    "Name" TEXT NOT NULL,
    "CreatedAt" INTEGER NOT NULL,
    "ChangedAt" INTEGER NOT NULL,
    "PutAwayAt" INTEGER NULL,
    "PutAwayWith" TEXT NULL,
    "Demo" INTEGER NOT NULL,
    "Entry" TEXT NOT NULL
);
CREATE TABLE "Care" (
    "Id" INTEGER NOT NULL CONSTRAINT "PK_Care" PRIMARY KEY AUTOINCREMENT,
    "MachineId" INTEGER NOT NULL,
    "KindId" TEXT NOT NULL,
    "At" INTEGER NOT NULL,
    "Open" INTEGER NOT NULL,
    "EndedAt" INTEGER NULL,
    "Seconds" INTEGER NOT NULL,
    "Version" INTEGER NOT NULL,
    "SubmissionKey" TEXT NOT NULL,
    "Name" TEXT NOT NULL,
    "CreatedAt" INTEGER NOT NULL,
    "ChangedAt" INTEGER NOT NULL,
    "PutAwayAt" INTEGER NULL,
    "PutAwayWith" TEXT NULL,
    "Demo" INTEGER NOT NULL,
    "Entry" TEXT NOT NULL,
    CONSTRAINT "FK_Care_Machines_MachineId" FOREIGN KEY ("MachineId") REFERENCES "Machines" ("Id") ON DELETE RESTRICT
);
CREATE TABLE "Feeds" (
    "Id" INTEGER NOT NULL CONSTRAINT "PK_Feeds" PRIMARY KEY AUTOINCREMENT,
    "Version" INTEGER NOT NULL,
    "Name" TEXT NOT NULL,
    "Hash" TEXT NOT NULL,
    "MadeAt" INTEGER NOT NULL,
    "RevokedAt" INTEGER NULL,
    "ReadAt" INTEGER NULL
);
CREATE TABLE "Palettes" (
    "Id" INTEGER NOT NULL CONSTRAINT "PK_Palettes" PRIMARY KEY AUTOINCREMENT,
    "Version" INTEGER NOT NULL,
    "SubmissionKey" TEXT NOT NULL,
    "Name" TEXT NOT NULL,
    "CreatedAt" INTEGER NOT NULL,
    "ChangedAt" INTEGER NOT NULL,
    "PutAwayAt" INTEGER NULL,
    "PutAwayWith" TEXT NULL,
    "Demo" INTEGER NOT NULL,
    "Entry" TEXT NOT NULL
);
CREATE TABLE "Sewn" (
    "Id" INTEGER NOT NULL CONSTRAINT "PK_Sewn" PRIMARY KEY AUTOINCREMENT,
    "Version" INTEGER NOT NULL,
    "MachineId" INTEGER NOT NULL,
    "At" INTEGER NOT NULL,
    "Name" TEXT NOT NULL,
    "SeamMm" REAL NOT NULL,
    "ThreadMetres" REAL NOT NULL,
    "Stitches" INTEGER NOT NULL,
    "Hem" INTEGER NOT NULL,
    "Timed" INTEGER NOT NULL,
    "TakenBackAt" INTEGER NULL,
    "Taken" TEXT NOT NULL,
    "NeedleIds" TEXT NOT NULL,
    "SwatchId" INTEGER NULL,
    "RunId" INTEGER NULL, "Key" TEXT NOT NULL DEFAULT '00000000-0000-0000-0000-000000000000',
    CONSTRAINT "FK_Sewn_Machines_MachineId" FOREIGN KEY ("MachineId") REFERENCES "Machines" ("Id") ON DELETE RESTRICT
);
CREATE TABLE "AccessKeys" (
    "Id" INTEGER NOT NULL CONSTRAINT "PK_AccessKeys" PRIMARY KEY AUTOINCREMENT,
    "Version" INTEGER NOT NULL,
    "Name" TEXT NOT NULL,
    "Hash" TEXT NOT NULL,
    "MadeAt" INTEGER NOT NULL,
    "RevokedAt" INTEGER NULL,
    "UsedAt" INTEGER NULL
);
CREATE TABLE "Imports" (
    "Id" INTEGER NOT NULL CONSTRAINT "PK_Imports" PRIMARY KEY AUTOINCREMENT,
    "Version" INTEGER NOT NULL,
    "Key" TEXT NOT NULL,
    "Name" TEXT NOT NULL,
    "At" INTEGER NOT NULL,
    "UndoneAt" INTEGER NULL,
    "Log" TEXT NOT NULL
);
CREATE INDEX "IX_Cloths_ChangedAt" ON "Cloths" ("ChangedAt");
CREATE UNIQUE INDEX "IX_Cloths_SubmissionKey" ON "Cloths" ("SubmissionKey");
CREATE INDEX "IX_Machines_ChangedAt" ON "Machines" ("ChangedAt");
CREATE UNIQUE INDEX "IX_Machines_SubmissionKey" ON "Machines" ("SubmissionKey");
CREATE INDEX "IX_Seams_ChangedAt" ON "Seams" ("ChangedAt");
CREATE INDEX "IX_Seams_ClothId" ON "Seams" ("ClothId");
CREATE UNIQUE INDEX "IX_Seams_SubmissionKey" ON "Seams" ("SubmissionKey");
CREATE UNIQUE INDEX "IX_Drafts_Key" ON "Drafts" ("Key");
CREATE INDEX "IX_Needles_ChangedAt" ON "Needles" ("ChangedAt");
CREATE UNIQUE INDEX "IX_Needles_SubmissionKey" ON "Needles" ("SubmissionKey");
CREATE INDEX "IX_States_ChangedAt" ON "States" ("ChangedAt");
CREATE UNIQUE INDEX "IX_States_SubmissionKey" ON "States" ("SubmissionKey");
CREATE INDEX "IX_Threads_ChangedAt" ON "Threads" ("ChangedAt");
CREATE UNIQUE INDEX "IX_Threads_SubmissionKey" ON "Threads" ("SubmissionKey");
CREATE INDEX "IX_Rules_ChangedAt" ON "Rules" ("ChangedAt");
CREATE UNIQUE INDEX "IX_Rules_SubmissionKey" ON "Rules" ("SubmissionKey");
CREATE INDEX "IX_Setups_ClothId" ON "Setups" ("ClothId");
CREATE INDEX "IX_Setups_CreatedAt" ON "Setups" ("CreatedAt");
CREATE INDEX "IX_Setups_MachineId" ON "Setups" ("MachineId");
CREATE INDEX "IX_Setups_SeamId" ON "Setups" ("SeamId");
CREATE UNIQUE INDEX "IX_Setups_SubmissionKey" ON "Setups" ("SubmissionKey");
CREATE INDEX "IX_ThreadUps_ChangedAt" ON "ThreadUps" ("ChangedAt");
CREATE INDEX "IX_ThreadUps_MachineId" ON "ThreadUps" ("MachineId");
CREATE INDEX "IX_ThreadUps_SetupId" ON "ThreadUps" ("SetupId");
CREATE UNIQUE INDEX "IX_ThreadUps_SubmissionKey" ON "ThreadUps" ("SubmissionKey");
CREATE UNIQUE INDEX "IX_Setups_EarlierId" ON "Setups" ("EarlierId") WHERE EarlierId IS NOT NULL AND PutAwayAt IS NULL;
CREATE INDEX IX_Setups_Earlier ON Setups (EarlierId);
CREATE INDEX IX_Setups_List ON Setups ((SwatchPassedAt IS NULL), CreatedAt DESC, Id DESC, SearchText, PutAwayAt, Superseded) WHERE PutAwayAt IS NULL AND NOT Superseded;
CREATE INDEX IX_Setups_OnCloth ON Setups (ClothId, (SwatchPassedAt IS NULL), CreatedAt DESC, Id DESC, PutAwayAt, Superseded) WHERE PutAwayAt IS NULL AND NOT Superseded;
CREATE INDEX IX_Setups_OnMachine ON Setups (MachineId, (SwatchPassedAt IS NULL), CreatedAt DESC, Id DESC, PutAwayAt, Superseded) WHERE PutAwayAt IS NULL AND NOT Superseded;
CREATE INDEX IX_Setups_Passed ON Setups (SwatchPassedAt DESC, PutAwayAt, Superseded) WHERE PutAwayAt IS NULL AND NOT Superseded AND SwatchPassedAt IS NOT NULL;
CREATE INDEX IX_Seams_OnTheTable ON Seams (ChangedAt DESC, PutAwayAt, Passed) WHERE PutAwayAt IS NULL AND NOT Passed;
CREATE INDEX IX_Cloths_List ON Cloths (ChangedAt DESC, Id DESC, Name, PutAwayAt) WHERE PutAwayAt IS NULL;
CREATE INDEX IX_Cloths_PutAway ON Cloths (PutAwayAt DESC, PutAwayWith) WHERE PutAwayAt IS NOT NULL;
CREATE INDEX IX_Cloths_PutAwayWith ON Cloths (PutAwayWith) WHERE PutAwayWith IS NOT NULL;
CREATE INDEX IX_Cloths_Demo ON Cloths (Demo) WHERE Demo AND PutAwayAt IS NULL;
CREATE INDEX IX_Machines_PutAway ON Machines (PutAwayAt DESC, PutAwayWith) WHERE PutAwayAt IS NOT NULL;
CREATE INDEX IX_Machines_PutAwayWith ON Machines (PutAwayWith) WHERE PutAwayWith IS NOT NULL;
CREATE INDEX IX_Machines_Demo ON Machines (Demo) WHERE Demo AND PutAwayAt IS NULL;
CREATE INDEX IX_Seams_PutAway ON Seams (PutAwayAt DESC, PutAwayWith) WHERE PutAwayAt IS NOT NULL;
CREATE INDEX IX_Seams_PutAwayWith ON Seams (PutAwayWith) WHERE PutAwayWith IS NOT NULL;
CREATE INDEX IX_Seams_Demo ON Seams (Demo) WHERE Demo AND PutAwayAt IS NULL;
CREATE INDEX IX_Setups_PutAway ON Setups (PutAwayAt DESC, PutAwayWith) WHERE PutAwayAt IS NOT NULL;
CREATE INDEX IX_Setups_PutAwayWith ON Setups (PutAwayWith) WHERE PutAwayWith IS NOT NULL;
CREATE INDEX IX_Setups_Demo ON Setups (Demo) WHERE Demo AND PutAwayAt IS NULL;
CREATE INDEX IX_Needles_PutAway ON Needles (PutAwayAt DESC, PutAwayWith) WHERE PutAwayAt IS NOT NULL;
CREATE INDEX IX_Needles_PutAwayWith ON Needles (PutAwayWith) WHERE PutAwayWith IS NOT NULL;
CREATE INDEX IX_Needles_Demo ON Needles (Demo) WHERE Demo AND PutAwayAt IS NULL;
CREATE INDEX IX_Threads_PutAway ON Threads (PutAwayAt DESC, PutAwayWith) WHERE PutAwayAt IS NOT NULL;
CREATE INDEX IX_Threads_PutAwayWith ON Threads (PutAwayWith) WHERE PutAwayWith IS NOT NULL;
CREATE INDEX IX_Threads_Demo ON Threads (Demo) WHERE Demo AND PutAwayAt IS NULL;
CREATE INDEX IX_Rules_PutAway ON Rules (PutAwayAt DESC, PutAwayWith) WHERE PutAwayAt IS NOT NULL;
CREATE INDEX IX_Rules_PutAwayWith ON Rules (PutAwayWith) WHERE PutAwayWith IS NOT NULL;
CREATE INDEX IX_Rules_Demo ON Rules (Demo) WHERE Demo AND PutAwayAt IS NULL;
CREATE INDEX "IX_Setups_FirstId" ON "Setups" ("FirstId") WHERE FirstId IS NOT NULL;
CREATE INDEX IX_Seams_List ON Seams (ChangedAt DESC, Id DESC, Name, ClothId, PutAwayAt) WHERE PutAwayAt IS NULL;
CREATE INDEX IX_Seams_Passed ON Seams (ChangedAt DESC, Id DESC, Name, ClothId, PutAwayAt, Passed) WHERE PutAwayAt IS NULL AND Passed;
CREATE INDEX IX_Cloths_Name ON Cloths (Name);
CREATE INDEX "IX_Setups_PassedBySwatchId" ON "Setups" ("PassedBySwatchId") WHERE PassedBySwatchId IS NOT NULL;
CREATE UNIQUE INDEX "IX_Photos_Key" ON "Photos" ("Key");
CREATE INDEX "IX_Swatches_ChangedAt" ON "Swatches" ("ChangedAt");
CREATE INDEX "IX_Swatches_ClothId_PutAwayAt_CreatedAt_ThreadKinds_Passed_MachineId" ON "Swatches" ("ClothId", "PutAwayAt", "CreatedAt", "ThreadKinds", "Passed", "MachineId");
CREATE INDEX "IX_Swatches_MachineId_PutAwayAt_CreatedAt_ThreadKinds_Passed" ON "Swatches" ("MachineId", "PutAwayAt", "CreatedAt", "ThreadKinds", "Passed");
CREATE INDEX "IX_Swatches_Passed_PutAwayAt_CreatedAt_ThreadKinds" ON "Swatches" ("Passed", "PutAwayAt", "CreatedAt", "ThreadKinds");
CREATE INDEX "IX_Swatches_PhotoId" ON "Swatches" ("PhotoId") WHERE PhotoId IS NOT NULL;
CREATE INDEX "IX_Swatches_PutAwayAt_CreatedAt_ThreadKinds_Passed_MachineId" ON "Swatches" ("PutAwayAt", "CreatedAt", "ThreadKinds", "Passed", "MachineId");
CREATE INDEX "IX_Swatches_SeamId" ON "Swatches" ("SeamId");
CREATE INDEX "IX_Swatches_SetupId_PutAwayAt_CreatedAt" ON "Swatches" ("SetupId", "PutAwayAt", "CreatedAt");
CREATE UNIQUE INDEX "IX_Swatches_SubmissionKey" ON "Swatches" ("SubmissionKey");
CREATE INDEX IX_Swatches_PutAway ON Swatches (PutAwayAt DESC, PutAwayWith) WHERE PutAwayAt IS NOT NULL;
CREATE INDEX IX_Swatches_PutAwayWith ON Swatches (PutAwayWith) WHERE PutAwayWith IS NOT NULL;
CREATE INDEX IX_Swatches_Demo ON Swatches (Demo) WHERE Demo AND PutAwayAt IS NULL;
CREATE INDEX "IX_SeatedNeedles_MachineId_TakenOutAt" ON "SeatedNeedles" ("MachineId", "TakenOutAt");
CREATE INDEX "IX_SeatedNeedles_ThreadUpId" ON "SeatedNeedles" ("ThreadUpId");
CREATE INDEX "IX_CoachSteps_ChangedAt" ON "CoachSteps" ("ChangedAt");
CREATE INDEX "IX_CoachSteps_SetupId_PutAwayAt_CreatedAt" ON "CoachSteps" ("SetupId", "PutAwayAt", "CreatedAt");
CREATE UNIQUE INDEX "IX_CoachSteps_SubmissionKey" ON "CoachSteps" ("SubmissionKey");
CREATE INDEX "IX_CoachSteps_ThreadUpId" ON "CoachSteps" ("ThreadUpId");
CREATE INDEX "IX_Practice_ChangedAt" ON "Practice" ("ChangedAt");
CREATE INDEX "IX_Practice_Name_CreatedAt" ON "Practice" ("Name", "CreatedAt");
CREATE UNIQUE INDEX "IX_Practice_SubmissionKey" ON "Practice" ("SubmissionKey");
CREATE INDEX "IX_Garments_ChangedAt" ON "Garments" ("ChangedAt");
CREATE UNIQUE INDEX "IX_Garments_SubmissionKey" ON "Garments" ("SubmissionKey");
CREATE INDEX "IX_Wearers_ChangedAt" ON "Wearers" ("ChangedAt");
CREATE UNIQUE INDEX "IX_Wearers_SubmissionKey" ON "Wearers" ("SubmissionKey");
CREATE INDEX "IX_Runs_ChangedAt" ON "Runs" ("ChangedAt");
CREATE INDEX "IX_Runs_SetupInHandId" ON "Runs" ("SetupInHandId") WHERE SetupInHandId IS NOT NULL;
CREATE UNIQUE INDEX "IX_Runs_SubmissionKey" ON "Runs" ("SubmissionKey");
CREATE INDEX "IX_Threads_WoundFromId" ON "Threads" ("WoundFromId");
CREATE INDEX "IX_Care_ChangedAt" ON "Care" ("ChangedAt");
CREATE INDEX "IX_Care_MachineId_PutAwayAt_KindId_At_Seconds" ON "Care" ("MachineId", "PutAwayAt", "KindId", "At", "Seconds");
CREATE INDEX "IX_Care_Open" ON "Care" ("KindId") WHERE Open;
CREATE INDEX "IX_Care_MachineId_PutAwayAt_At" ON "Care" ("MachineId", "PutAwayAt", "At");
CREATE UNIQUE INDEX "IX_Care_SubmissionKey" ON "Care" ("SubmissionKey");
CREATE UNIQUE INDEX "IX_Care_Timer" ON "Care" ("MachineId") WHERE Open AND KindId = 'sat' AND PutAwayAt IS NULL;
CREATE UNIQUE INDEX "IX_Feeds_Hash" ON "Feeds" ("Hash");
CREATE INDEX "IX_Palettes_ChangedAt" ON "Palettes" ("ChangedAt");
CREATE UNIQUE INDEX "IX_Palettes_SubmissionKey" ON "Palettes" ("SubmissionKey");
CREATE INDEX "IX_Sewn_At_TakenBackAt_MachineId_Timed_Stitches_SeamMm_ThreadMetres" ON "Sewn" ("At", "TakenBackAt", "MachineId", "Timed", "Stitches", "SeamMm", "ThreadMetres");
CREATE INDEX "IX_Sewn_MachineId_At_TakenBackAt_Timed_Stitches" ON "Sewn" ("MachineId", "At", "TakenBackAt", "Timed", "Stitches");
CREATE INDEX "IX_Sewn_SwatchId" ON "Sewn" ("SwatchId") WHERE SwatchId IS NOT NULL;
CREATE INDEX IX_Care_PutAway ON Care (PutAwayAt DESC, PutAwayWith) WHERE PutAwayAt IS NOT NULL;
CREATE INDEX IX_Care_PutAwayWith ON Care (PutAwayWith) WHERE PutAwayWith IS NOT NULL;
CREATE INDEX IX_Care_Demo ON Care (Demo) WHERE Demo AND PutAwayAt IS NULL;
CREATE UNIQUE INDEX "IX_Sewn_Key" ON "Sewn" ("Key");
CREATE UNIQUE INDEX "IX_SeatedNeedles_Key" ON "SeatedNeedles" ("Key");
CREATE UNIQUE INDEX "IX_AccessKeys_Hash" ON "AccessKeys" ("Hash");
CREATE UNIQUE INDEX "IX_Imports_Key" ON "Imports" ("Key");
CREATE TRIGGER Setups_Inserted AFTER INSERT ON Setups BEGIN
UPDATE Setups SET FirstId = (SELECT COALESCE(e.FirstId, e.Id) FROM Setups e WHERE e.Id = NEW.EarlierId) WHERE Id = NEW.Id AND EarlierId IS NOT NULL;
UPDATE Seams SET Passed = EXISTS (SELECT 1 FROM Setups k WHERE k.SeamId = NEW.SeamId AND k.SwatchPassedAt IS NOT NULL AND k.PutAwayAt IS NULL)
    WHERE Id = NEW.SeamId;
UPDATE Setups SET Superseded = EXISTS (SELECT 1 FROM Setups l WHERE l.FirstId = COALESCE(Setups.FirstId, Setups.Id) AND l.Edition > Setups.Edition AND l.PutAwayAt IS NULL AND (Setups.SwatchPassedAt IS NULL OR l.SwatchPassedAt IS NOT NULL)) WHERE Id = (SELECT COALESCE(c.FirstId, c.Id) FROM Setups c WHERE c.Id = NEW.Id) OR FirstId = (SELECT COALESCE(c.FirstId, c.Id) FROM Setups c WHERE c.Id = NEW.Id); END;
CREATE TRIGGER Setups_Updated AFTER UPDATE OF SeamId, EarlierId, SwatchPassedAt, PutAwayAt ON Setups BEGIN
UPDATE Seams SET Passed = EXISTS (SELECT 1 FROM Setups k WHERE k.SeamId = OLD.SeamId AND k.SwatchPassedAt IS NOT NULL AND k.PutAwayAt IS NULL)
    WHERE Id = OLD.SeamId;
UPDATE Seams SET Passed = EXISTS (SELECT 1 FROM Setups k WHERE k.SeamId = NEW.SeamId AND k.SwatchPassedAt IS NOT NULL AND k.PutAwayAt IS NULL)
    WHERE Id = NEW.SeamId;
UPDATE Setups SET Superseded = EXISTS (SELECT 1 FROM Setups l WHERE l.FirstId = COALESCE(Setups.FirstId, Setups.Id) AND l.Edition > Setups.Edition AND l.PutAwayAt IS NULL AND (Setups.SwatchPassedAt IS NULL OR l.SwatchPassedAt IS NOT NULL)) WHERE Id = (SELECT COALESCE(c.FirstId, c.Id) FROM Setups c WHERE c.Id = NEW.Id) OR FirstId = (SELECT COALESCE(c.FirstId, c.Id) FROM Setups c WHERE c.Id = NEW.Id); END;
INSERT INTO "__EFMigrationsHistory" VALUES ('20261125020551_Initial', '10.0.12');
INSERT INTO "__EFMigrationsHistory" VALUES ('20261125033412_Keeping', '10.0.12');
INSERT INTO "__EFMigrationsHistory" VALUES ('20261125090422_Drawer', '10.0.12');
INSERT INTO "__EFMigrationsHistory" VALUES ('20261125113732_Book', '10.0.12');
INSERT INTO "__EFMigrationsHistory" VALUES ('20261125143701_ThreadUps', '10.0.12');
INSERT INTO "__EFMigrationsHistory" VALUES ('20261125195346_DraftTurns', '10.0.12');
INSERT INTO "__EFMigrationsHistory" VALUES ('20261126125707_Ends', '10.0.12');
INSERT INTO "__EFMigrationsHistory" VALUES ('20261126161739_OneSetup', '10.0.12');
INSERT INTO "__EFMigrationsHistory" VALUES ('20261127024912_Versions', '10.0.12');
INSERT INTO "__EFMigrationsHistory" VALUES ('20261127093316_Swatches', '10.0.12');
INSERT INTO "__EFMigrationsHistory" VALUES ('20261127123124_PhotosAndLessons', '10.0.12');
INSERT INTO "__EFMigrationsHistory" VALUES ('20261127124719_SwatchesPutAway', '10.0.12');
INSERT INTO "__EFMigrationsHistory" VALUES ('20261127143819_NeedlesInSeats', '10.0.12');
INSERT INTO "__EFMigrationsHistory" VALUES ('20261201083743_CoachSteps', '10.0.12');
INSERT INTO "__EFMigrationsHistory" VALUES ('20261201120109_Practice', '10.0.12');
INSERT INTO "__EFMigrationsHistory" VALUES ('20261201161952_Garments', '10.0.12');
INSERT INTO "__EFMigrationsHistory" VALUES ('20261201183415_Runs', '10.0.12');
INSERT INTO "__EFMigrationsHistory" VALUES ('20261201215402_ThreadRoom', '10.0.12');
INSERT INTO "__EFMigrationsHistory" VALUES ('20261201222844_Care', '10.0.12');
INSERT INTO "__EFMigrationsHistory" VALUES ('20261202012218_OpenFormats', '10.0.12');
