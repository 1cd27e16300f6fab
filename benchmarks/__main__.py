"""Prints every figure the project promises, beside its aim."""

from benchmarks import (
    bench,
    beside,
    growth,
    imaging,
    library,
    packing,
    page,
    planning,
    practising,
    ready,
    rehearsing,
    sky,
)
from benchmarks.browser import demo_browser

if __name__ == "__main__":
    planning.main()
    imaging.main()
    sky.main()
    packing.main()
    growth.main()
    bench.main()
    beside.main()
    ready.main()
    with demo_browser() as (browser, address):
        page.main(browser, address)
        library.main(browser, address)
        ready.opening(browser, address)
        rehearsing.main(browser, address)
        practising.main(browser, address)
        sky.dragging(browser, address)
