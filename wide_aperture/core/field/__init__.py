"""In the hand: the card of one situation, and the test frame that sets it right on the spot."""

from wide_aperture.core.field.card import FieldCard, FieldCards, field_cards
from wide_aperture.core.field.dialogue import Reply, reply_to
from wide_aperture.core.field.notes import FieldNote
from wide_aperture.core.field.rounds import TestAnswers, TestRound

__all__ = ["FieldCard", "FieldCards", "FieldNote", "Reply", "TestAnswers", "TestRound", "field_cards", "reply_to"]
