"""The examples in the core's docstrings are run, module by module."""

import doctest
import importlib
import io
import pkgutil

from django.test import SimpleTestCase

import wide_aperture.core


class Examples(SimpleTestCase):
    def test_hold(self):
        tried = 0
        for found in pkgutil.walk_packages(wide_aperture.core.__path__, "wide_aperture.core."):
            module = importlib.import_module(found.name)
            said = io.StringIO()
            runner = doctest.DocTestRunner(optionflags=doctest.NORMALIZE_WHITESPACE)
            for example in doctest.DocTestFinder().find(module, found.name):
                runner.run(example, out=said.write)
            with self.subTest(found.name):
                self.assertEqual(runner.failures, 0, said.getvalue())
            tried += runner.tries
        self.assertGreater(tried, 50)
