-- A database as the program made it before pages of printings were packed: two sheets' worth of rows, two styles of one
-- name, two restore points of one state, and a printing whose pages hold their faces.
PRAGMA application_id=1197569652;
CREATE TABLE IF NOT EXISTS "__EFMigrationsHistory" (
    "MigrationId" TEXT NOT NULL CONSTRAINT "PK___EFMigrationsHistory" PRIMARY KEY,
    "ProductVersion" TEXT NOT NULL
);

BEGIN TRANSACTION;
CREATE TABLE "Revisions" (
    "Id" INTEGER NOT NULL CONSTRAINT "PK_Revisions" PRIMARY KEY AUTOINCREMENT,
    "SheetId" TEXT NOT NULL,
    "ParentId" INTEGER NULL,
    "Title" TEXT NOT NULL,
    "Body" TEXT NOT NULL,
    "Typing" TEXT NULL,
    "MadeAt" INTEGER NOT NULL,
    CONSTRAINT "FK_Revisions_Revisions_ParentId" FOREIGN KEY ("ParentId") REFERENCES "Revisions" ("Id") ON DELETE RESTRICT,
    CONSTRAINT "FK_Revisions_Sheets_SheetId" FOREIGN KEY ("SheetId") REFERENCES "Sheets" ("Id") ON DELETE CASCADE
);

CREATE TABLE "Sheets" (
    "Id" TEXT NOT NULL CONSTRAINT "PK_Sheets" PRIMARY KEY,
    "HeadId" INTEGER NULL,
    "ChangedAt" INTEGER NOT NULL,
    "DeletedAt" INTEGER NULL,
    CONSTRAINT "FK_Sheets_Revisions_HeadId" FOREIGN KEY ("HeadId") REFERENCES "Revisions" ("Id") ON DELETE RESTRICT
);

CREATE INDEX "IX_Revisions_ParentId" ON "Revisions" ("ParentId");

CREATE INDEX "IX_Revisions_SheetId" ON "Revisions" ("SheetId");

CREATE INDEX "IX_Sheets_DeletedAt_ChangedAt" ON "Sheets" ("DeletedAt", "ChangedAt");

CREATE INDEX "IX_Sheets_HeadId" ON "Sheets" ("HeadId");

INSERT INTO "__EFMigrationsHistory" ("MigrationId", "ProductVersion")
VALUES ('20261124035434_Sheets', '10.0.13');

COMMIT;

BEGIN TRANSACTION;
ALTER TABLE "Sheets" ADD "Words" TEXT NOT NULL DEFAULT '';

CREATE TABLE "Library" (
    "Id" INTEGER NOT NULL CONSTRAINT "PK_Library" PRIMARY KEY AUTOINCREMENT,
    "Name" TEXT NOT NULL,
    "Body" TEXT NOT NULL,
    "KeptAt" INTEGER NOT NULL,
    "DeletedAt" INTEGER NULL
);

CREATE TABLE "Printings" (
    "Id" TEXT NOT NULL CONSTRAINT "PK_Printings" PRIMARY KEY,
    "SheetId" TEXT NOT NULL,
    "RevisionId" INTEGER NOT NULL,
    "Title" TEXT NOT NULL,
    "Words" TEXT NOT NULL,
    "Record" TEXT NOT NULL,
    "MadeAt" INTEGER NOT NULL
);

CREATE TABLE "RestorePoints" (
    "Id" INTEGER NOT NULL CONSTRAINT "PK_RestorePoints" PRIMARY KEY AUTOINCREMENT,
    "SheetId" TEXT NOT NULL,
    "RevisionId" INTEGER NOT NULL,
    "Name" TEXT NOT NULL,
    "MadeAt" INTEGER NOT NULL,
    CONSTRAINT "FK_RestorePoints_Revisions_RevisionId" FOREIGN KEY ("RevisionId") REFERENCES "Revisions" ("Id") ON DELETE CASCADE,
    CONSTRAINT "FK_RestorePoints_Sheets_SheetId" FOREIGN KEY ("SheetId") REFERENCES "Sheets" ("Id") ON DELETE CASCADE
);

CREATE TABLE "Settings" (
    "Name" TEXT NOT NULL CONSTRAINT "PK_Settings" PRIMARY KEY,
    "Value" TEXT NOT NULL
);

CREATE TABLE "Styles" (
    "Id" INTEGER NOT NULL CONSTRAINT "PK_Styles" PRIMARY KEY AUTOINCREMENT,
    "Name" TEXT NOT NULL,
    "Body" TEXT NOT NULL
);

CREATE TABLE "PrintedFiles" (
    "Id" INTEGER NOT NULL CONSTRAINT "PK_PrintedFiles" PRIMARY KEY AUTOINCREMENT,
    "PrintingId" TEXT NOT NULL,
    "Name" TEXT NOT NULL,
    "Title" TEXT NOT NULL,
    "PageCount" INTEGER NOT NULL,
    "IsKey" INTEGER NOT NULL,
    "Bytes" BLOB NOT NULL,
    CONSTRAINT "FK_PrintedFiles_Printings_PrintingId" FOREIGN KEY ("PrintingId") REFERENCES "Printings" ("Id") ON DELETE CASCADE
);

CREATE TABLE "PrintedPages" (
    "Code" TEXT NOT NULL CONSTRAINT "PK_PrintedPages" PRIMARY KEY,
    "PrintingId" TEXT NOT NULL,
    "Pile" TEXT NOT NULL,
    "Number" INTEGER NOT NULL,
    "Edition" TEXT NOT NULL,
    "StudentSvg" TEXT NOT NULL,
    "KeySvg" TEXT NOT NULL,
    CONSTRAINT "FK_PrintedPages_Printings_PrintingId" FOREIGN KEY ("PrintingId") REFERENCES "Printings" ("Id") ON DELETE CASCADE
);

CREATE INDEX "IX_PrintedFiles_PrintingId" ON "PrintedFiles" ("PrintingId");

CREATE INDEX "IX_PrintedPages_PrintingId" ON "PrintedPages" ("PrintingId");

CREATE INDEX "IX_Printings_SheetId" ON "Printings" ("SheetId");

CREATE INDEX "IX_RestorePoints_RevisionId" ON "RestorePoints" ("RevisionId");

CREATE INDEX "IX_RestorePoints_SheetId" ON "RestorePoints" ("SheetId");

INSERT INTO "__EFMigrationsHistory" ("MigrationId", "ProductVersion")
VALUES ('20261125183906_PrintingsAndLibrary', '10.0.13');

COMMIT;


INSERT INTO Styles (Name, Body) VALUES ('Hazelmoor', '{"gavvetHouseStyle":1,"preset":"jazz"}'), ('Hazelmoor', '{"gavvetHouseStyle":1,"preset":"jazz"}');
INSERT INTO Printings (Id, SheetId, RevisionId, Title, Words, Record, MadeAt) VALUES ('p1', 's1', 7, 'Autumn test', 'autumn test', '{"gavvetPrinting":1,"title":"Autumn test"}', 1772438400000);
INSERT INTO PrintedFiles (PrintingId, Name, Title, PageCount, IsKey, Bytes) VALUES ('p1', 'student-A', '', 1, 0, x'010203');
INSERT INTO PrintedPages (Code, PrintingId, Pile, Number, Edition, StudentSvg, KeySvg) VALUES
  ('AAAA0001', 'p1', 'student-A', 1, '', '<svg><style>@font-face{src:url(data:font/ttf;base64,Zmlyc3QgZmFjZSwgd2hpY2ggaXMgbG9uZyBpbiB0cnV0aA==)}@font-face{src:url(data:font/ttf;base64,c2Vjb25kIGZhY2U=)}</style><text>one</text></svg>', '<svg><style>@font-face{src:url(data:font/ttf;base64,Zmlyc3QgZmFjZSwgd2hpY2ggaXMgbG9uZyBpbiB0cnV0aA==)}@font-face{src:url(data:font/ttf;base64,c2Vjb25kIGZhY2U=)}</style><text>one answered</text></svg>'),
  ('AAAA0002', 'p1', 'student-A', 2, '', '<svg><style>@font-face{src:url(data:font/ttf;base64,Zmlyc3QgZmFjZSwgd2hpY2ggaXMgbG9uZyBpbiB0cnV0aA==)}@font-face{src:url(data:font/ttf;base64,c2Vjb25kIGZhY2U=)}</style><text>two</text></svg>', '<svg><style>@font-face{src:url(data:font/ttf;base64,Zmlyc3QgZmFjZSwgd2hpY2ggaXMgbG9uZyBpbiB0cnV0aA==)}@font-face{src:url(data:font/ttf;base64,c2Vjb25kIGZhY2U=)}</style><text>two answered</text></svg>');
