"""`python -m red_thread`: under this name, processes that read files do not import all of the application anew."""

from red_thread.cli import app

app()
