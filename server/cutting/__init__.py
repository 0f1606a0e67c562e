"""The cutting table: jobs, and the simulated device."""
