"""The program over HTTP: thin routes that validate, call core or store, and return."""
