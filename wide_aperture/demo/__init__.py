"""The made-up world that ships with the application: kit, six shoots, and how they are loaded."""
