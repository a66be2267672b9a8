-- One act of a person may change several documents: the first of its changes stands for all.
ALTER TABLE change ADD COLUMN act INTEGER;
CREATE INDEX change_act ON change (act) WHERE act IS NOT NULL;

-- What happened at the bench and is no fact of the record: cautions seen, the stopwatch, the way back.
CREATE TABLE bench_log (
    sequence    INTEGER PRIMARY KEY AUTOINCREMENT,
    teardown_id TEXT NOT NULL REFERENCES teardown (id),
    window_id   TEXT NOT NULL,
    made_at     TEXT NOT NULL,
    entry       TEXT NOT NULL CHECK (json_valid(entry))
) STRICT;

CREATE INDEX bench_log_teardown ON bench_log (teardown_id, sequence);

-- What is typed and not committed, for each window.
CREATE TABLE draft (
    teardown_id TEXT NOT NULL REFERENCES teardown (id),
    window_id   TEXT NOT NULL,
    saved_at    TEXT NOT NULL,
    document    TEXT NOT NULL CHECK (json_valid(document)),
    PRIMARY KEY (teardown_id, window_id)
) STRICT, WITHOUT ROWID;

CREATE TABLE setting (
    name     TEXT NOT NULL PRIMARY KEY,
    document TEXT NOT NULL CHECK (json_valid(document))
) STRICT, WITHOUT ROWID;

CREATE VIEW photo_list AS
SELECT teardown.id                AS teardown_id,
       photo.key                  AS position,
       photo.value ->> '$.id'     AS photo_id,
       photo.value ->> '$.sha256' AS sha256,
       photo.value ->> '$.step'   AS step_id,
       photo.value ->> '$.part'   AS part_id,
       photo.value ->> '$.caption' AS caption
FROM teardown, json_each(teardown.document, '$.photos') AS photo;
