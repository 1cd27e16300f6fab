"""What every API of this project shares: the error shape, the guard, the routes of saved documents."""
