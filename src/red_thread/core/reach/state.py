"""The states of a cell. PostgreSQL works them out, one number a cell; the numbers are agreed here."""

from collections.abc import Mapping

CELL_STATES: Mapping[str, int] = {
    "not-given": 0,
    "not-opened": 1,
    "opened": 2,
    "writing": 3,
    "ready": 4,
    "put-away": 5,
    "taken-back": 6,
    "cut-loose": 7,
}
# A cell is state + 8 if behind + 16 if knotted + 32 times the tenths that are answered.
BEHIND, KNOTTED, TENTH = 8, 16, 32
