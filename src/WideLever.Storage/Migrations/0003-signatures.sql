-- A result that a person answers for: what it was computed from is kept with it, whole.
CREATE TABLE signature (
    sequence        INTEGER PRIMARY KEY AUTOINCREMENT,
    unit_id         TEXT    NOT NULL REFERENCES unit (id),
    signed_at       TEXT    NOT NULL,
    signed_on       TEXT    NOT NULL,
    bench           TEXT    NOT NULL,
    name            TEXT    NOT NULL,
    note            TEXT,
    unit_digest     TEXT    NOT NULL,
    teardown_digest TEXT    NOT NULL,
    record          TEXT    NOT NULL CHECK (json_valid(record)),
    record_sha256   TEXT    NOT NULL,
    rubric          TEXT    NOT NULL CHECK (json_valid(rubric)),
    rubric_sha256   TEXT    NOT NULL,
    result          TEXT    NOT NULL CHECK (json_valid(result)),
    result_sha256   TEXT    NOT NULL,
    method_version  INTEGER NOT NULL
) STRICT;

CREATE INDEX signature_unit ON signature (unit_id, sequence);

CREATE VIEW signature_list AS
SELECT unit_id, signed_on, bench, name, note, record_sha256, rubric_sha256, result_sha256, method_version,
       result ->> '$.repair.value'  AS repair,
       result ->> '$.upgrade.value' AS upgrade
FROM signature;
