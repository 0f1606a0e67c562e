"""Strangers' files are read here: in processes that may use little, and know nothing.

`pool.run` asks for a job of `jobs.JOBS`. A process that has everything loaded (`nursery`) forks a
child for it, which is confined (`confine`), answers in frames (`frames`) and ends. How many of
them there are at a time is the same for all of this machine (`slots`), so memory is bounded for
the machine and not for each request.
"""
