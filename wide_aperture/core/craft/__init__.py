"""What is known, as data with typed loaders: figures, settings, schools, activities, lights, pages of the checks."""
