"""What is on record of a job, as the core takes it: numbers and small frozen data, no job document."""
