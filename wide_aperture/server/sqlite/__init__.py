"""Django's SQLite backend, able to clone a write-ahead-logged test database for parallel tests."""
