"""Prints every figure the project promises, beside its aim."""

from benchmarks import page, planning

if __name__ == "__main__":
    planning.main()
    page.main()
