"""The data folder: whose version wrote it, whether its database is whole, and dated copies of it."""
