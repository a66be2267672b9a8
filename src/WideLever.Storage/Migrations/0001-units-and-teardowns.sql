-- Small columns stand before the documents, so that a list of units does not read them.

CREATE TABLE unit (
    id         TEXT    NOT NULL PRIMARY KEY,
    revision   INTEGER NOT NULL CHECK (revision >= 1),
    digest     TEXT    NOT NULL,
    created_at TEXT    NOT NULL,
    changed_at TEXT    NOT NULL,
    removed_at TEXT,
    document   TEXT    NOT NULL CHECK (json_valid(document))
) STRICT;

CREATE TABLE teardown (
    id         TEXT    NOT NULL PRIMARY KEY,
    revision   INTEGER NOT NULL CHECK (revision >= 1),
    digest     TEXT    NOT NULL,
    created_at TEXT    NOT NULL,
    changed_at TEXT    NOT NULL,
    document   TEXT    NOT NULL CHECK (json_valid(document))
) STRICT;

-- A unit has one or more teardowns, one of them scored; a teardown may serve several variants.
CREATE TABLE unit_teardown (
    unit_id     TEXT    NOT NULL REFERENCES unit (id),
    teardown_id TEXT    NOT NULL REFERENCES teardown (id),
    scored      INTEGER NOT NULL CHECK (scored IN (0, 1)),
    PRIMARY KEY (unit_id, teardown_id)
) STRICT, WITHOUT ROWID;

CREATE UNIQUE INDEX unit_scored_teardown ON unit_teardown (unit_id) WHERE scored = 1;
CREATE INDEX teardown_units ON unit_teardown (teardown_id);

-- What was done to a document, each change with the patches (RFC 6902) that lead to it and back.
CREATE TABLE change (
    sequence      INTEGER PRIMARY KEY AUTOINCREMENT,
    document_kind TEXT    NOT NULL CHECK (document_kind IN ('unit', 'teardown')),
    document_id   TEXT    NOT NULL,
    revision      INTEGER NOT NULL,
    window_id     TEXT    NOT NULL,
    made_at       TEXT    NOT NULL,
    what          TEXT    NOT NULL,
    undoes        INTEGER REFERENCES change (sequence),
    forward       TEXT    NOT NULL CHECK (json_valid(forward)),
    reverse       TEXT    NOT NULL CHECK (json_valid(reverse)),
    UNIQUE (document_kind, document_id, revision)
) STRICT;

CREATE UNIQUE INDEX change_undone_once ON change (undoes) WHERE undoes IS NOT NULL;

CREATE TABLE rubric (
    name     TEXT    NOT NULL,
    revision INTEGER NOT NULL CHECK (revision >= 1),
    digest   TEXT    NOT NULL,
    in_use   INTEGER NOT NULL CHECK (in_use IN (0, 1)),
    document TEXT    NOT NULL CHECK (json_valid(document)),
    PRIMARY KEY (name, revision)
) STRICT;

CREATE UNIQUE INDEX rubric_in_use ON rubric (in_use) WHERE in_use = 1;

-- May be dropped at any time: everything in it can be computed again.
CREATE TABLE result_cache (
    digest   TEXT NOT NULL PRIMARY KEY,
    document TEXT NOT NULL
) STRICT;

-- For people: the documents as rows.
CREATE VIEW unit_list AS
SELECT unit.id,
       unit.document ->> '$.unit.maker'        AS maker,
       unit.document ->> '$.unit.model'        AS model,
       unit.document ->> '$.unit.modelCode'    AS model_code,
       unit.document ->> '$.unit.class'        AS class,
       unit.document ->> '$.unit.year'         AS year,
       unit.document ->> '$.unit.price.amount' AS price,
       unit.document ->> '$.unit.price.currency' AS currency,
       unit_teardown.teardown_id               AS scored_teardown,
       unit.changed_at,
       unit.removed_at
FROM unit
JOIN unit_teardown ON unit_teardown.unit_id = unit.id AND unit_teardown.scored = 1;

CREATE VIEW part_list AS
SELECT unit.id                                AS unit_id,
       part.key                               AS position,
       part.value ->> '$.id'                  AS part_id,
       part.value ->> '$.kind'                AS kind,
       part.value ->> '$.mounting'            AS mounting,
       part.value ->> '$.within'              AS within,
       coalesce(part.value ->> '$.fitted', 1) AS fitted,
       part.value ->> '$.spare.number'        AS spare_number,
       part.value ->> '$.spare.price.amount'  AS spare_price,
       part.value ->> '$.spare.source'        AS spare_source
FROM unit, json_each(unit.document, '$.parts') AS part;

CREATE VIEW step_list AS
SELECT teardown.id                       AS teardown_id,
       step.key                          AS position,
       step.value ->> '$.id'             AS step_id,
       step.value ->> '$.title'          AS title,
       step.value ->> '$.layer'          AS layer,
       step.value ->> '$.opens'          AS opens,
       coalesce(step.value ->> '$.disconnectsPower', 0) AS disconnects_power,
       step.value ->> '$.observedSeconds' AS observed_seconds,
       json_array_length(step.value, '$.actions') AS actions
FROM teardown, json_each(teardown.document, '$.steps') AS step;

CREATE VIEW action_list AS
SELECT teardown.id                      AS teardown_id,
       step.key                         AS step_position,
       step.value ->> '$.id'            AS step_id,
       action.key                       AS position,
       action.value ->> '$.do'          AS do,
       coalesce(action.value ->> '$.count', 1) AS count,
       action.value ->> '$.drive'       AS drive,
       action.value ->> '$.size'        AS size,
       action.value ->> '$.thread'      AS thread,
       action.value ->> '$.length'      AS length_mm,
       action.value ->> '$.captive'     AS captive,
       coalesce(action.value ->> '$.connector', action.value ->> '$.what', action.value ->> '$.bond') AS word
FROM teardown, json_each(teardown.document, '$.steps') AS step, json_each(step.value, '$.actions') AS action;
