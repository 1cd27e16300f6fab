"""The live answers about one case: plans, checks, schools, cards, framing. Nothing is stored here."""
