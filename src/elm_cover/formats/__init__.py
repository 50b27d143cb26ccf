"""What is read and written: job JSON, chart CSV, PDF papers."""
