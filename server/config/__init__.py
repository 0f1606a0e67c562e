"""Settings, middleware and addresses: how the parts are put together."""
