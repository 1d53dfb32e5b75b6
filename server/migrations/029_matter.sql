-- What a lot that was made here is made of, written once when it was made; summaries are made anew by what stands in a mass.
ALTER TABLE lot ADD matter JSON NULL COMMENT 'origins, parts and doubts of a lot made here; NULL is as its columns say';
-- What nobody wrote says so itself; until now its key did.
UPDATE batch_line SET document = JSON_SET(document, '$.unwritten', TRUE)
  WHERE document IS NOT NULL AND JSON_VALUE(document, '$.key') REGEXP '^extra-[0-9a-f]{8}$';
-- A test of a batch whose lean and fat are ground apart says which of them it was of; NULL is all of it.
ALTER TABLE fat_test ADD stream ENUM('lean','fat') NULL;
DELETE FROM batch_summary;
