"""Do the tests hold the numbers? Small changes to the core, one at a time; a change no test notices survives.

`make mutants` runs both kinds: mutants of functions, sampled by a fixed seed over the rooms of the core alike, and every
number of the craft data moved by a tenth each way. Everything happens in forks of one process that has imported core and
tests: a mutant is a function's code swapped, or a number written over, in a child that then runs the tests that reach it.
A mutant whose tests take too long, or that no test reaches, counts as a survivor.
"""
