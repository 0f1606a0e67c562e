"""Django settings, addresses and the entry for the web server."""
