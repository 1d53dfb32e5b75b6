-- How the parasites of a lot were answered for: frozen, tested, or by the shop's own plan; NULL is not at all.
ALTER TABLE lot ADD parasites JSON NULL;
