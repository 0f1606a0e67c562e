"""Other browsers than the one all tests run in, where they are installed."""
