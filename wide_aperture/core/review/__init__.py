"""Reading a shoot back: which frames belong where, whether the plan held, what was kept, and what should change."""
