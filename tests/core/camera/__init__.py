"""Tests of phrasebooks, routes, storage, controls and precautions."""
