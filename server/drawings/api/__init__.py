"""The API of drawings."""

from drawings.api import bin as bin_
from drawings.api import cards, editing, queries, references

ROUTERS = tuple(part.router for part in (cards, bin_, editing, queries, references))
