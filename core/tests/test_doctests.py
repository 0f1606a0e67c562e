"""The examples in the docstrings of the core."""

import doctest
import importlib
import pkgutil
import unittest

import buildup


class DoctestTest(unittest.TestCase):
    def test_every_example_holds(self):
        tried = 0
        for module in pkgutil.walk_packages(buildup.__path__, "buildup."):
            with self.subTest(module.name):
                result = doctest.testmod(importlib.import_module(module.name))
                self.assertEqual(result.failed, 0)
                tried += result.attempted
        self.assertGreater(tried, 20)
