"""What can be pressed and turned on a body, what each may do, and what it should do on a given day."""
