-- Every durable act stands in one history: edits of documents, and now also where a unit stands, which rubric is in use, what was signed and set.
-- Each change names the items that it touched, and whether it was an edit, an undo or a redo, so that undo asks for no older document.
CREATE TABLE history (
    sequence      INTEGER PRIMARY KEY AUTOINCREMENT,
    document_kind TEXT    NOT NULL CHECK (document_kind IN ('unit', 'teardown', 'standing', 'rubric', 'rubricInUse', 'signature', 'setting')),
    document_id   TEXT    NOT NULL,
    revision      INTEGER NOT NULL,
    window_id     TEXT    NOT NULL,
    made_at       TEXT    NOT NULL,
    what          TEXT    NOT NULL,
    undoes        INTEGER REFERENCES history (sequence),
    act           INTEGER,
    role          TEXT    NOT NULL DEFAULT 'edit' CHECK (role IN ('edit', 'undo', 'redo')),
    items         TEXT    CHECK (items IS NULL OR json_valid(items)),
    forward       TEXT    NOT NULL CHECK (json_valid(forward)),
    reverse       TEXT    NOT NULL CHECK (json_valid(reverse)),
    UNIQUE (document_kind, document_id, revision)
) STRICT;

INSERT INTO history (sequence, document_kind, document_id, revision, window_id, made_at, what, undoes, act, forward, reverse)
SELECT sequence, document_kind, document_id, revision, window_id, made_at, what, undoes, act, forward, reverse FROM change ORDER BY sequence;

DROP TABLE change;
ALTER TABLE history RENAME TO change;

CREATE UNIQUE INDEX change_undone_once ON change (undoes) WHERE undoes IS NOT NULL;
CREATE INDEX change_act ON change (act) WHERE act IS NOT NULL;
CREATE INDEX change_window ON change (document_kind, document_id, window_id, sequence);

-- What takes an edit back is an undo, what takes an undo back a redo, and so on.
WITH RECURSIVE depth (sequence, n) AS (
    SELECT sequence, 0 FROM change WHERE undoes IS NULL
    UNION ALL
    SELECT change.sequence, depth.n + 1 FROM change JOIN depth ON change.undoes = depth.sequence
)
UPDATE change SET role = CASE depth.n % 2 WHEN 1 THEN 'undo' ELSE 'redo' END
FROM depth WHERE depth.sequence = change.sequence AND depth.n > 0;

-- How things stood before they were kept in the history.
INSERT INTO change (document_kind, document_id, revision, window_id, made_at, what, forward, reverse)
SELECT 'standing', unit.id, 1, 'earlier', unit.created_at, 'stood so before',
       json_array(json_object('op', 'replace', 'path', '', 'value', json_object(
           'removed', json(CASE WHEN unit.removed_at IS NULL THEN 'false' ELSE 'true' END),
           'scored', (SELECT teardown_id FROM unit_teardown WHERE unit_id = unit.id AND scored = 1),
           'teardowns', (SELECT json_group_array(teardown_id) FROM (SELECT teardown_id FROM unit_teardown WHERE unit_id = unit.id ORDER BY teardown_id))))),
       json_array(json_object('op', 'replace', 'path', '', 'value', NULL))
FROM unit;

INSERT INTO change (document_kind, document_id, revision, window_id, made_at, what, forward, reverse)
SELECT 'rubricInUse', 'house', 1, 'earlier', coalesce(saved_at, strftime('%Y-%m-%dT%H:%M:%fZ')), 'was in use before',
       json_array(json_object('op', 'replace', 'path', '', 'value', json_object('name', name, 'revision', revision))),
       json_array(json_object('op', 'replace', 'path', '', 'value', NULL))
FROM rubric WHERE in_use = 1;

-- The form that a document is written in; what is older is brought forward when it is read.
ALTER TABLE unit ADD COLUMN version INTEGER NOT NULL DEFAULT 1;
ALTER TABLE teardown ADD COLUMN version INTEGER NOT NULL DEFAULT 1;
ALTER TABLE rubric ADD COLUMN version INTEGER NOT NULL DEFAULT 1;

-- Every photo that a document ever named: undo could bring it back.
CREATE TABLE photo (
    sha256 TEXT NOT NULL PRIMARY KEY
) STRICT, WITHOUT ROWID;

INSERT OR IGNORE INTO photo (sha256)
SELECT node.atom FROM change, json_tree(change.forward) AS node WHERE change.document_kind = 'teardown' AND node.key = 'sha256' AND node.type = 'text'
UNION
SELECT node.atom FROM change, json_tree(change.reverse) AS node WHERE change.document_kind = 'teardown' AND node.key = 'sha256' AND node.type = 'text'
UNION
SELECT photo.value ->> '$.sha256' FROM teardown, json_each(teardown.document, '$.photos') AS photo WHERE photo.value ->> '$.sha256' IS NOT NULL;

-- What is cached is of another shape from here on.
DELETE FROM result_cache;
