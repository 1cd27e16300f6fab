"""Natural light over a day and a night: how bright and of what colour, by Sun, Moon and condition, with its uncertainty."""
