"""The cutting table: the simulated cutter at its socket, and how a job is sent to it."""
