-- The shelf's headline figures, kept with the job so that a long list opens without planning every job again.
ALTER TABLE job ADD COLUMN summary TEXT;
-- Which revision a bring-back came from.
ALTER TABLE revision ADD COLUMN brought_from INTEGER;
