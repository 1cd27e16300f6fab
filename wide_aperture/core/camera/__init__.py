"""A camera as it stands: its settings, what its slots hold, what is uncertain; and a simulated one to practise on."""
