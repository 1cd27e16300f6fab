"""The card in the hand and the test frame."""
