"""Tests of accounts."""
