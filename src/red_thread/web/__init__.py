"""FastAPI routes and Pydantic schemas; thin."""
