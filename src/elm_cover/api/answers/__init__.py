"""The models of what the server is asked and answers."""
