"""Joints made continuous, stretches made fair."""
