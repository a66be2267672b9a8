-- When a revision of a rubric was kept, and why.
ALTER TABLE rubric ADD COLUMN saved_at TEXT;
ALTER TABLE rubric ADD COLUMN note TEXT;

CREATE VIEW rubric_list AS
SELECT name, revision, in_use, saved_at, note, digest FROM rubric;

-- A code already on the shelf is asked for at every import.
CREATE INDEX unit_model_code ON unit (document ->> '$.unit.modelCode');

-- What the spare-part catalogue answered; may be dropped at any time.
CREATE TABLE catalogue_answer (
    address  TEXT NOT NULL,
    question TEXT NOT NULL,
    asked_at TEXT NOT NULL,
    document TEXT NOT NULL CHECK (json_valid(document)),
    PRIMARY KEY (address, question)
) STRICT, WITHOUT ROWID;
