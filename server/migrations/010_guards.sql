-- A weighing says which load of the mixer it is for; 0 is for all of them.
ALTER TABLE transfer ADD load_no SMALLINT NOT NULL DEFAULT 0 COMMENT 'load of the mixer it was weighed for; 0 is for all';
DELETE FROM batch_summary;
