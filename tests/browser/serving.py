"""The demonstration served to the browser tests: its searches have the tests' patience (tests/__init__.py)."""

from oval_room.cli import app

if __name__ == "__main__":
    app()
