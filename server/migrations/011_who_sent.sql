-- Who sent what somebody else is said to have made; NULL where the maker sent it.
ALTER TABLE transfer ADD sent_by_id UUID NULL REFERENCES person (id);
ALTER TABLE reading ADD sent_by_id UUID NULL REFERENCES person (id);
ALTER TABLE bench_mark ADD sent_by_id UUID NULL REFERENCES person (id);
