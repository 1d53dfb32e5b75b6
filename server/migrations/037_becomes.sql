-- What a batch becomes where its way was changed after it was opened; NULL is what its recipe says.
ALTER TABLE batch ADD becomes VARCHAR(40) NULL;
