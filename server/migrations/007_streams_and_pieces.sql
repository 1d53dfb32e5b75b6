-- Hand mixing: the dissolved cure goes in at two times. Pieces that are counted by being weighed on: their
-- readings belong to that transfer and go with it when it is taken back.
ALTER TABLE reading
  MODIFY kind ENUM('temperature','minutes','tack','count','sample','cleared','verdict','before','core','tally','addition') NOT NULL,
  ADD transfer_id UUID NULL,
  ADD FOREIGN KEY (transfer_id) REFERENCES transfer (id) ON DELETE RESTRICT;
