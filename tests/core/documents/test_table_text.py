"""CSV from anywhere: line ends, delimiters, quotes, too much of it; and cells no spreadsheet runs."""

import csv
import io
import time

from django.test import SimpleTestCase
from hypothesis import given
from hypothesis import strategies as st

from wide_aperture.core.camera.phrasebook import MOST_FAULTS_TOLD, from_csv, to_csv, usual_phrasebook
from wide_aperture.core.documents.table_text import (
    MOST_CELL_CHARACTERS,
    TableWriter,
    as_typed,
    count_lines,
    rows,
    safe_cell,
)
from wide_aperture.demo.kit import BODIES

LINE = "iso,,Gain,menu,Page > Gain"
PLAIN = st.characters(exclude_characters="\r\n\x00", exclude_categories=["Cs"])
# Words as people write them: not in quotes, no space around.
CELLS = st.text(PLAIN).map(str.strip).filter(lambda cell: not cell.startswith("'"))


class Reading(SimpleTestCase):
    def taken(self, text: str) -> list[str]:
        return [phrase.words for phrase in from_csv(text).phrases]

    def test_every_way_a_line_may_end_and_every_start_of_a_file(self):
        other = "metering,,Meter,menu,Page > Meter"
        for end in ("\n", "\r\n", "\r"):
            for start in ("", "\ufeff", "setting,option,words,way,path" + end):
                with self.subTest(end=end, start=start):
                    self.assertEqual(sorted(self.taken(start + LINE + end + other + end)), ["Gain", "Meter"])

    def test_semicolons_and_quotes(self):
        self.assertEqual(
            self.taken("setting;option;words;way;path\niso;;Gain, signal;menu;Page > Gain"), ["Gain, signal"]
        )
        self.assertEqual(self.taken('iso,,"Gain, ""high""",menu,Page > Gain'), ['Gain, "high"'])

    def test_a_quote_never_closed_takes_the_rest_and_nothing_before(self):
        reading = from_csv(f'{LINE}\nmetering,,"Meter,menu,Page > Meter\nkelvin,,Warmth,menu,Page > Warmth\n')
        self.assertEqual([p.words for p in reading.phrases], ["Gain"])
        self.assertEqual(reading.faulty_lines, 1)

    def test_a_cell_of_131_073_characters_is_a_fault_of_its_line_only(self):
        reading = from_csv(f"metering,,{'x' * (MOST_CELL_CHARACTERS + 1)},menu,P > M\n{LINE}")
        self.assertEqual([p.words for p in reading.phrases], ["Gain"])
        self.assertEqual([(f.line, f.sentence) for f in reading.faults], [(1, "is no CSV")])
        at_the_limit = from_csv(f"metering,,{'x' * MOST_CELL_CHARACTERS},menu,P > M")
        self.assertIn("longer than 120", at_the_limit.faults[0].sentence)

    def test_400_000_bad_lines_are_counted_the_first_200_told_within_a_second(self):
        begun = time.perf_counter()
        reading = from_csv("x\n" * 400_000)
        self.assertLess(time.perf_counter() - begun, 1.0)
        self.assertEqual((len(reading.faults), reading.faulty_lines), (MOST_FAULTS_TOLD, 400_000))

    def test_more_ways_than_a_setting_may_have_are_told(self):
        reading = from_csv("\n".join(f"iso,,Gain,menu,Page > Gain {k}" for k in range(12)))
        self.assertEqual((len(reading.phrases[0].reaches), reading.faulty_lines), (8, 4))

    @given(st.text(max_size=400))
    def test_nothing_typed_crashes_it(self, text):
        reading = from_csv(text)
        self.assertLessEqual(len(reading.faults), reading.faulty_lines + 1)

    @given(st.lists(st.lists(CELLS, min_size=1, max_size=4), max_size=5))
    def test_what_was_written_is_read_again(self, table):
        writer = TableWriter()
        for row in table:
            writer.row("a,b", *row)
        read = [cells for _, cells in rows(writer.text, most_lines=100)]
        self.assertEqual(read, [["a,b", *row] for row in table])

    def test_lines_are_counted_however_they_end(self):
        self.assertEqual(
            [count_lines(text) for text in ("", "a", "a\n", "a\r\nb", "a\rb\r", "\n\n")], [0, 1, 1, 2, 2, 2]
        )


class Writing(SimpleTestCase):
    def test_a_cell_that_a_spreadsheet_would_run_is_shown_instead_and_comes_back_as_it_was(self):
        for text in ("=1+1", "+1", "-1", "@cmd", "\tx"):
            self.assertEqual(safe_cell(text), f"'{text}")
            self.assertEqual(as_typed(f"'{text}"), text)
        for harmless in ("x", "1", "a=b", "'quoted'", -1, 2.5):
            self.assertEqual(safe_cell(harmless), harmless)

    def test_a_phrasebook_with_such_words_goes_out_and_in(self):
        book = usual_phrasebook(BODIES[0])
        phrase = book.phrases[0].model_copy(update={"words": "=HYPERLINK(1)"})
        text = to_csv(book.model_copy(update={"phrases": (phrase, *book.phrases[1:])}))
        self.assertTrue(all(not cell.startswith("=") for row in csv.reader(io.StringIO(text)) for cell in row))
        self.assertEqual(from_csv(text).phrases[0].words, "=HYPERLINK(1)")
