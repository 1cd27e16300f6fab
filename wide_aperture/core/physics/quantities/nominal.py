"""The customary markings of the stepped scales, in order of index. A table of conventions, typed by hand."""

from __future__ import annotations

from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class Scale:
    first_index: int
    labels: tuple[str, ...]


def _times(whole_seconds: str, parts_of_a_second: str) -> tuple[str, ...]:
    seconds = [f"{text} s" for text in whole_seconds.split()]
    parts = [f"1/{text} s" for text in parts_of_a_second.split()]
    return (*seconds, *parts)


def _marked(prefix: str, texts: str) -> tuple[str, ...]:
    return tuple(prefix + text for text in texts.split())


THIRD: dict[str, Scale] = {
    "shutter": Scale(
        first_index=-15,
        labels=_times(
            "30 25 20 15 13 10 8 6 5 4 3.2 2.5 2 1.6 1.3 1 0.8 0.6 0.5 0.4 0.3",
            "4 5 6 8 10 13 15 20 25 30 40 50 60 80 100 125 160 200 250 320 400 500 640 800 1000 1250 1600 "
            "2000 2500 3200 4000 5000 6400 8000 10000 12800 16000 20000 25600 32000",
        ),
    ),
    "aperture": Scale(
        first_index=-2,
        labels=_marked(
            "f/",
            "0.8 0.9 1.0 1.1 1.2 1.4 1.6 1.8 2 2.2 2.5 2.8 3.2 3.5 4 4.5 5 5.6 6.3 7.1 8 9 10 11 13 14 16 18 20 "
            "22 25 29 32 36 40 45 51 57 64",
        ),
    ),
    "iso": Scale(
        first_index=-6,
        labels=_marked(
            "ISO ",
            "25 32 40 50 64 80 100 125 160 200 250 320 400 500 640 800 1000 1250 1600 2000 2500 3200 4000 5000 "
            "6400 8000 10000 12800 16000 20000 25600 32000 40000 51200 64000 80000 102400 128000 160000 204800 "
            "256000 320000 409600",
        ),
    ),
}

HALF: dict[str, Scale] = {
    "shutter": Scale(
        first_index=-10,
        labels=_times(
            "30 20 15 10 8 6 4 3 2 1.5 1 0.7 0.5 0.3",
            "4 6 8 10 15 20 30 45 60 90 125 180 250 350 500 750 1000 1500 2000 3000 4000 6000 8000 12000 16000 "
            "24000 32000",
        ),
    ),
    "aperture": Scale(
        first_index=0,
        labels=_marked("f/", "1.0 1.2 1.4 1.7 2 2.4 2.8 3.3 4 4.8 5.6 6.7 8 9.5 11 13 16 19 22 27 32 38 45 54 64"),
    ),
    "iso": Scale(
        first_index=-4,
        labels=_marked(
            "ISO ",
            "25 35 50 70 100 140 200 280 400 560 800 1100 1600 2200 3200 4500 6400 9000 12800 18000 25600 36000 "
            "51200 72000 102400 144000 204800 288000 409600",
        ),
    ),
}
