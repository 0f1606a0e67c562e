"""The rules and the computation of Build Up Curve, in pure Python.

Standard library only: the same package runs on the server and in the browser.
"""
