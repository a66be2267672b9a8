-- What was signed while it was not complete is signed as seen. Until here only complete results could be signed.
ALTER TABLE signature ADD COLUMN status TEXT NOT NULL DEFAULT 'complete' CHECK (status IN ('complete', 'provisional', 'draft'));
