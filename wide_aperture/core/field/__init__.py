"""In the hand: the card of one situation, and the test frame that sets it right on the spot."""
