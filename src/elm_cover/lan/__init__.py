"""The firm's own network: what this machine is called there, the certificate it shows, and how it is found."""
