-- Minutes that a clock gave, from its start to its stop, are told from those that were typed.
ALTER TABLE reading MODIFY how ENUM('scale','probe','clock','typed') NOT NULL;
