using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace AmberPantry.Data.Migrations
{
    /// <summary>
    /// Content into the trial's own row, steps by id, masses as micrograms, house, reading and tomorrow apart, columns for lists.
    /// Every table is written anew from the old one, in plain SQL: the old shape is moved aside first and dropped last.
    /// </summary>
    public partial class FirmGround : Migration
    {
        private static readonly string[] Aside =
        [
            "DROP INDEX IF EXISTS IX_Formulas_Name",
            "DROP INDEX IF EXISTS IX_Trials_FormulaId_Number",
            "DROP INDEX IF EXISTS IX_Batches_Lot",
            "DROP INDEX IF EXISTS IX_Batches_TrialId",
            "DROP INDEX IF EXISTS IX_SetAsideRow_TrialId_Finding",
            "DROP INDEX IF EXISTS IX_TrialEdits_TrialId_Position",
            "DROP INDEX IF EXISTS IX_BatchSteps_BatchId_Index",
            "DROP INDEX IF EXISTS IX_Observations_BatchId",
            "ALTER TABLE Observations RENAME TO Old_Observations",
            "ALTER TABLE BatchSteps RENAME TO Old_BatchSteps",
            "ALTER TABLE Batches RENAME TO Old_Batches",
            "ALTER TABLE SetAsideRow RENAME TO Old_SetAsideRow",
            "ALTER TABLE TrialEdits RENAME TO Old_TrialEdits",
            "ALTER TABLE Trials RENAME TO Old_Trials",
            "ALTER TABLE Formulas RENAME TO Old_Formulas",
            "ALTER TABLE Materials RENAME TO Old_Materials",
            "ALTER TABLE Workshop RENAME TO Old_Workshop",
        ];

        private const string Tables = """
            CREATE TABLE "Formulas" (
                "Id" INTEGER NOT NULL CONSTRAINT "PK_Formulas" PRIMARY KEY AUTOINCREMENT,
                "Name" TEXT NOT NULL,
                "CreatedAt" TEXT NOT NULL,
                "ChangedAt" TEXT NOT NULL,
                "Family" TEXT NOT NULL,
                "NewestTrial" INTEGER NOT NULL,
                "NewestNumber" INTEGER NOT NULL,
                "TrialCount" INTEGER NOT NULL,
                CONSTRAINT "FormulaNamed" CHECK (length(Name) > 0)
            );
            CREATE TABLE "House" (
                "Id" INTEGER NOT NULL CONSTRAINT "PK_House" PRIMARY KEY,
                "Settings" TEXT NOT NULL,
                "Revision" INTEGER NOT NULL,
                CONSTRAINT "OneHouse" CHECK (Id = 1)
            );
            CREATE TABLE "Materials" (
                "Id" TEXT NOT NULL CONSTRAINT "PK_Materials" PRIMARY KEY,
                "Name" TEXT NOT NULL,
                "BasedOn" TEXT NOT NULL,
                "Inci" TEXT NULL,
                "PricePerKg" TEXT NULL,
                "UseMaxPercent" TEXT NULL
            );
            CREATE TABLE "MyNames" (
                "Material" TEXT NOT NULL,
                "Name" TEXT NOT NULL,
                CONSTRAINT "PK_MyNames" PRIMARY KEY ("Material", "Name")
            );
            CREATE TABLE "Pantry" (
                "Id" INTEGER NOT NULL CONSTRAINT "PK_Pantry" PRIMARY KEY,
                "BegunAt" TEXT NULL,
                CONSTRAINT "OnePantry" CHECK (Id = 1)
            );
            CREATE TABLE "Reading" (
                "Id" INTEGER NOT NULL CONSTRAINT "PK_Reading" PRIMARY KEY,
                "WorkroomC" REAL NOT NULL,
                "HumidityPercent" REAL NULL,
                "ReadAt" TEXT NULL,
                CONSTRAINT "OneReading" CHECK (Id = 1)
            );
            CREATE TABLE "Tomorrow" (
                "Place" TEXT NOT NULL CONSTRAINT "PK_Tomorrow" PRIMARY KEY,
                "TemperatureC" REAL NOT NULL
            );
            CREATE TABLE "Trials" (
                "Id" INTEGER NOT NULL CONSTRAINT "PK_Trials" PRIMARY KEY AUTOINCREMENT,
                "FormulaId" INTEGER NOT NULL,
                "Number" INTEGER NOT NULL,
                "Intent" TEXT NOT NULL,
                "Content" TEXT NOT NULL,
                "EditAt" INTEGER NOT NULL,
                "Revision" INTEGER NOT NULL,
                "MadeAt" TEXT NULL,
                "ChangedAt" TEXT NOT NULL,
                CONSTRAINT "FK_Trials_Formulas_FormulaId" FOREIGN KEY ("FormulaId") REFERENCES "Formulas" ("Id") ON DELETE CASCADE
            );
            CREATE TABLE "Batches" (
                "Id" INTEGER NOT NULL CONSTRAINT "PK_Batches" PRIMARY KEY AUTOINCREMENT,
                "Lot" TEXT NOT NULL,
                "TrialId" INTEGER NOT NULL,
                "Content" TEXT NOT NULL,
                "Steps" TEXT NOT NULL,
                "AtStep" TEXT NOT NULL,
                "StartedAt" TEXT NOT NULL,
                "TouchedAt" TEXT NOT NULL,
                "FinishedAt" TEXT NULL,
                "WorkroomC" REAL NOT NULL,
                "HumidityPercent" REAL NULL,
                "SlumpC" REAL NULL,
                "UnitsMade" INTEGER NULL,
                "UnitsLeft" INTEGER NULL,
                "Place" TEXT NOT NULL,
                "Notes" TEXT NOT NULL,
                "Revision" INTEGER NOT NULL,
                "BegunBy" TEXT NOT NULL,
                "SignedBy" TEXT NOT NULL,
                "Family" TEXT NOT NULL,
                "BatchUg" INTEGER NOT NULL,
                "Container" TEXT NULL,
                "Colour" TEXT NOT NULL,
                "AtIndex" INTEGER NOT NULL,
                "AtKind" TEXT NOT NULL,
                "AtTitle" TEXT NOT NULL,
                "StepCount" INTEGER NOT NULL,
                "ObservationCount" INTEGER NOT NULL,
                "Pressed" INTEGER NOT NULL,
                CONSTRAINT "UnitsNotBelowZero" CHECK (UnitsLeft IS NULL OR UnitsLeft >= 0),
                CONSTRAINT "FK_Batches_Trials_TrialId" FOREIGN KEY ("TrialId") REFERENCES "Trials" ("Id") ON DELETE CASCADE
            );
            CREATE TABLE "SetAside" (
                "Id" INTEGER NOT NULL CONSTRAINT "PK_SetAside" PRIMARY KEY AUTOINCREMENT,
                "TrialId" INTEGER NOT NULL,
                "Finding" TEXT NOT NULL,
                "Reason" TEXT NOT NULL,
                "Value" REAL NULL,
                CONSTRAINT "FK_SetAside_Trials_TrialId" FOREIGN KEY ("TrialId") REFERENCES "Trials" ("Id") ON DELETE CASCADE
            );
            CREATE TABLE "TrialCommands" (
                "Id" TEXT NOT NULL CONSTRAINT "PK_TrialCommands" PRIMARY KEY,
                "TrialId" INTEGER NOT NULL,
                "Revision" INTEGER NOT NULL,
                "ArrivedAt" TEXT NOT NULL,
                "Asked" TEXT NOT NULL,
                CONSTRAINT "FK_TrialCommands_Trials_TrialId" FOREIGN KEY ("TrialId") REFERENCES "Trials" ("Id") ON DELETE CASCADE
            );
            CREATE TABLE "TrialEdits" (
                "Id" INTEGER NOT NULL CONSTRAINT "PK_TrialEdits" PRIMARY KEY AUTOINCREMENT,
                "TrialId" INTEGER NOT NULL,
                "Position" INTEGER NOT NULL,
                "Did" TEXT NOT NULL,
                "Content" TEXT NOT NULL,
                CONSTRAINT "FK_TrialEdits_Trials_TrialId" FOREIGN KEY ("TrialId") REFERENCES "Trials" ("Id") ON DELETE CASCADE
            );
            CREATE TABLE "BatchCommands" (
                "Id" TEXT NOT NULL CONSTRAINT "PK_BatchCommands" PRIMARY KEY,
                "BatchId" INTEGER NOT NULL,
                "HappenedAt" TEXT NOT NULL,
                "ArrivedAt" TEXT NOT NULL,
                "Command" TEXT NOT NULL,
                CONSTRAINT "FK_BatchCommands_Batches_BatchId" FOREIGN KEY ("BatchId") REFERENCES "Batches" ("Id") ON DELETE CASCADE
            );
            CREATE TABLE "BatchSteps" (
                "Id" INTEGER NOT NULL CONSTRAINT "PK_BatchSteps" PRIMARY KEY AUTOINCREMENT,
                "BatchId" INTEGER NOT NULL,
                "Step" TEXT NOT NULL,
                "DoneAt" TEXT NOT NULL,
                "WeighedUg" INTEGER NULL,
                "TemperatureC" REAL NULL,
                "Note" TEXT NULL,
                CONSTRAINT "WeightNotBelowZero" CHECK (WeighedUg IS NULL OR WeighedUg >= 0),
                CONSTRAINT "FK_BatchSteps_Batches_BatchId" FOREIGN KEY ("BatchId") REFERENCES "Batches" ("Id") ON DELETE CASCADE
            );
            CREATE TABLE "Observations" (
                "Id" TEXT NOT NULL CONSTRAINT "PK_Observations" PRIMARY KEY,
                "BatchId" INTEGER NOT NULL,
                "At" TEXT NOT NULL,
                "Kind" TEXT NOT NULL,
                "TemperatureC" REAL NULL,
                "Value" REAL NULL,
                "Said" REAL NULL,
                "Text" TEXT NOT NULL,
                CONSTRAINT "FK_Observations_Batches_BatchId" FOREIGN KEY ("BatchId") REFERENCES "Batches" ("Id") ON DELETE CASCADE
            );
            """;

        private const string Rows = """
            INSERT INTO Pantry (Id, BegunAt) SELECT Id, BegunAt FROM Old_Workshop;
            INSERT INTO House (Id, Settings, Revision) SELECT Id, json_remove(Settings, '$.readAt', '$.tomorrow'), 1 FROM Old_Workshop;
            INSERT INTO Reading (Id, WorkroomC, HumidityPercent, ReadAt)
            SELECT Id, json_extract(Settings, '$.workshop.workroomC'), json_extract(Settings, '$.workshop.humidityPercent'),
                replace(replace(json_extract(Settings, '$.readAt'), 'T', ' '), 'Z', '')
            FROM Old_Workshop;
            INSERT INTO Tomorrow (Place, TemperatureC)
            SELECT place.key, place.value FROM Old_Workshop, json_each(Settings, '$.tomorrow') AS place;
            INSERT INTO Materials (Id, Name, BasedOn, Inci, PricePerKg, UseMaxPercent)
            SELECT Id, Name, BasedOn, Inci, PricePerKg, UseMaxPercent FROM Old_Materials;
            INSERT INTO Formulas (Id, Name, CreatedAt, ChangedAt, Family, NewestTrial, NewestNumber, TrialCount)
            SELECT Id, Name, CreatedAt, CreatedAt, 'balm', 0, 0, 0 FROM Old_Formulas;
            -- A trial holds what its mark points to; where that edit is gone, the highest that is there.
            INSERT INTO Trials (Id, FormulaId, Number, Intent, Content, EditAt, Revision, MadeAt, ChangedAt)
            SELECT t.Id, t.FormulaId, t.Number, t.Intent, coalesce(replace(replace(replace(replace(replace(replace(replace(replace(e.Content, '"family":"deodorant-stick"', '"family":"deodorant_stick"'), '"family":"cleansing-balm"', '"family":"cleansing_balm"'), '"family":"oil-to-milk"', '"family":"oil_to_milk"'), '"family":"body-oil"', '"family":"body_oil"'), '"family":"uv-stick"', '"family":"uv_stick"'), '"family":"powder-cleanser"', '"family":"powder_cleanser"'), '"family":"bath-salts"', '"family":"bath_salts"'), '"phase":"cool-down"', '"phase":"cool_down"'), '{"family":"balm","lines":[],"batch":{"grams":300}}'), coalesce(e.Position, 0),
                t.Revision, t.MadeAt, t.ChangedAt
            FROM Old_Trials AS t
            LEFT JOIN Old_TrialEdits AS e ON e.TrialId = t.Id AND e.Position = coalesce(
                (SELECT Position FROM Old_TrialEdits WHERE TrialId = t.Id AND Position = t.EditAt),
                (SELECT max(Position) FROM Old_TrialEdits WHERE TrialId = t.Id));
            INSERT INTO TrialEdits (Id, TrialId, Position, Did, Content)
            SELECT Id, TrialId, Position, Did, replace(replace(replace(replace(replace(replace(replace(replace(Content, '"family":"deodorant-stick"', '"family":"deodorant_stick"'), '"family":"cleansing-balm"', '"family":"cleansing_balm"'), '"family":"oil-to-milk"', '"family":"oil_to_milk"'), '"family":"body-oil"', '"family":"body_oil"'), '"family":"uv-stick"', '"family":"uv_stick"'), '"family":"powder-cleanser"', '"family":"powder_cleanser"'), '"family":"bath-salts"', '"family":"bath_salts"'), '"phase":"cool-down"', '"phase":"cool_down"') FROM Old_TrialEdits;
            INSERT INTO SetAside (Id, TrialId, Finding, Reason, Value) SELECT Id, TrialId, Finding, Reason, Value FROM Old_SetAsideRow;
            UPDATE Formulas SET
                TrialCount = (SELECT count(*) FROM Trials WHERE FormulaId = Formulas.Id),
                NewestNumber = coalesce((SELECT max(Number) FROM Trials WHERE FormulaId = Formulas.Id), 0),
                ChangedAt = coalesce((SELECT max(ChangedAt) FROM Trials WHERE FormulaId = Formulas.Id), CreatedAt);
            UPDATE Formulas SET
                NewestTrial = coalesce((SELECT Id FROM Trials WHERE FormulaId = Formulas.Id AND Number = NewestNumber), 0),
                Family = coalesce((SELECT json_extract(Content, '$.family') FROM Trials WHERE FormulaId = Formulas.Id AND Number = NewestNumber), 'balm');
            INSERT INTO Batches (Id, Lot, TrialId, Content, Steps, AtStep, StartedAt, TouchedAt, FinishedAt, WorkroomC, HumidityPercent, SlumpC, UnitsMade, UnitsLeft,
                Place, Notes, Revision, BegunBy, SignedBy, Family, BatchUg, Container, Colour, AtIndex, AtKind, AtTitle, StepCount, ObservationCount, Pressed)
            SELECT b.Id, b.Lot, b.TrialId, replace(replace(replace(replace(replace(replace(replace(replace(b.Content, '"family":"deodorant-stick"', '"family":"deodorant_stick"'), '"family":"cleansing-balm"', '"family":"cleansing_balm"'), '"family":"oil-to-milk"', '"family":"oil_to_milk"'), '"family":"body-oil"', '"family":"body_oil"'), '"family":"uv-stick"', '"family":"uv_stick"'), '"family":"powder-cleanser"', '"family":"powder_cleanser"'), '"family":"bath-salts"', '"family":"bath_salts"'), '"phase":"cool-down"', '"phase":"cool_down"'),
                (SELECT json_group_array(json_set(json(step.value), '$.id', CASE WHEN json_extract(step.value, '$.line') IS NULL THEN json_extract(step.value, '$.kind') || '-' || step.key ELSE 'weigh-' || json_extract(step.value, '$.line') || '-' || step.key END)) FROM json_each(b.Steps) AS step),
                '', b.StartedAt, b.TouchedAt, b.FinishedAt, b.WorkroomC, b.HumidityPercent, b.SlumpC, b.UnitsMade, b.UnitsLeft,
                b.Place, b.Notes, b.Revision, upper(hex(randomblob(4)) || '-' || hex(randomblob(2)) || '-4' || substr(hex(randomblob(2)), 2) || '-a' || substr(hex(randomblob(2)), 2) || '-' || hex(randomblob(6))), '', '', CAST(round(json_extract(b.Content, '$.batch.grams') * 1000000) AS INTEGER),
                json_extract(b.Content, '$.batch.container'), '', min(b.AtStep, json_array_length(b.Steps) - 1), '', '', json_array_length(b.Steps),
                (SELECT count(*) FROM Old_Observations AS o WHERE o.BatchId = b.Id),
                EXISTS (SELECT 1 FROM Old_Observations AS o WHERE o.BatchId = b.Id AND o.Kind = 'ThumbPress')
            FROM Old_Batches AS b
            WHERE EXISTS (SELECT 1 FROM Trials WHERE Id = b.TrialId) AND json_array_length(b.Steps) > 0;
            UPDATE Batches SET
                Family = json_extract(Content, '$.family'),
                AtStep = json_extract(Steps, '$[' || AtIndex || '].id'),
                AtTitle = json_extract(Steps, '$[' || AtIndex || '].title'),
                AtKind = upper(substr(json_extract(Steps, '$[' || AtIndex || '].kind'), 1, 1)) || substr(json_extract(Steps, '$[' || AtIndex || '].kind'), 2);
            INSERT INTO BatchSteps (Id, BatchId, Step, DoneAt, WeighedUg, TemperatureC, Note)
            SELECT s.Id, s.BatchId, json_extract(b.Steps, '$[' || s."Index" || '].id'), s.DoneAt, CAST(round(CAST(s.WeighedG AS REAL) * 1000000) AS INTEGER), s.TemperatureC, s.Note
            FROM Old_BatchSteps AS s
            JOIN Batches AS b ON b.Id = s.BatchId
            WHERE s."Index" < b.StepCount;
            INSERT INTO Observations (Id, BatchId, At, Kind, TemperatureC, Value, Said, Text)
            SELECT upper(hex(randomblob(4)) || '-' || hex(randomblob(2)) || '-4' || substr(hex(randomblob(2)), 2) || '-a' || substr(hex(randomblob(2)), 2) || '-' || hex(randomblob(6))), o.BatchId, o.At, o.Kind, o.TemperatureC, o.Value, o.Said, o.Text
            FROM Old_Observations AS o JOIN Batches AS b ON b.Id = o.BatchId;
            """;

        private const string Indices = """
            CREATE INDEX "IX_BatchCommands_BatchId_ArrivedAt" ON "BatchCommands" ("BatchId", "ArrivedAt");
            CREATE UNIQUE INDEX "IX_BatchSteps_BatchId_Step" ON "BatchSteps" ("BatchId", "Step");
            CREATE UNIQUE INDEX "IX_Batches_BegunBy" ON "Batches" ("BegunBy");
            CREATE INDEX "IX_Batches_FinishedAt" ON "Batches" ("FinishedAt") WHERE NOT Pressed;
            CREATE UNIQUE INDEX "IX_Batches_Lot" ON "Batches" ("Lot");
            CREATE INDEX "IX_Batches_SlumpC_Id" ON "Batches" ("SlumpC", "Id") WHERE UnitsLeft > 0;
            CREATE INDEX "IX_Batches_StartedAt_Id" ON "Batches" ("StartedAt", "Id");
            CREATE INDEX "IX_Batches_TouchedAt_Id" ON "Batches" ("TouchedAt", "Id") WHERE FinishedAt IS NULL;
            CREATE INDEX "IX_Batches_TrialId" ON "Batches" ("TrialId");
            CREATE INDEX "IX_Formulas_ChangedAt_Id" ON "Formulas" ("ChangedAt", "Id");
            CREATE UNIQUE INDEX "IX_Formulas_Name" ON "Formulas" ("Name");
            CREATE INDEX "IX_Observations_BatchId" ON "Observations" ("BatchId");
            CREATE UNIQUE INDEX "IX_SetAside_TrialId_Finding" ON "SetAside" ("TrialId", "Finding");
            CREATE INDEX "IX_TrialCommands_TrialId" ON "TrialCommands" ("TrialId");
            CREATE UNIQUE INDEX "IX_TrialEdits_TrialId_Position" ON "TrialEdits" ("TrialId", "Position");
            CREATE UNIQUE INDEX "IX_Trials_FormulaId_Number" ON "Trials" ("FormulaId", "Number");
            """;

        private static readonly string[] Gone =
        [
            "DROP TABLE Old_Observations",
            "DROP TABLE Old_BatchSteps",
            "DROP TABLE Old_Batches",
            "DROP TABLE Old_SetAsideRow",
            "DROP TABLE Old_TrialEdits",
            "DROP TABLE Old_Trials",
            "DROP TABLE Old_Formulas",
            "DROP TABLE Old_Materials",
            "DROP TABLE Old_Workshop",
        ];

        protected override void Up(MigrationBuilder migrationBuilder)
        {
            foreach (var statement in Aside)
            {
                migrationBuilder.Sql(statement);
            }

            migrationBuilder.Sql(Tables);
            migrationBuilder.Sql(Rows);
            foreach (var statement in Gone)
            {
                migrationBuilder.Sql(statement);
            }

            migrationBuilder.Sql(Indices);
        }

        protected override void Down(MigrationBuilder migrationBuilder) =>
            throw new System.NotSupportedException("The copy that was made before this step is the way back.");
    }
}
