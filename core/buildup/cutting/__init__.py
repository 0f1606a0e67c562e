"""Cutting: what is checked before, how copies lie on the sheet, the job, and the cutter itself."""
