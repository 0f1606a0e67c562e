"""Formulas that people type: read, evaluated, renamed. Pure; they know kinds of values only."""
