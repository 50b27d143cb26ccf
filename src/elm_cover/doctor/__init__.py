"""What is wrong with a set-up, in words, with what to do."""
