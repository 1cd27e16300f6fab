"""Storage places of a body, what each can hold, and which setups of a shoot they should hold."""
