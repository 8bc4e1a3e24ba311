"""Rosters: OneRoster 1.1 and 1.2 (a zip of CSV files), tables of other programs, and lists of names."""

from collections.abc import Sequence
from datetime import date

from red_thread.formats.archive import read_archive
from red_thread.formats.roster.columns import Column, Means
from red_thread.formats.roster.one_roster import read_one_roster
from red_thread.formats.roster.plain import read_plain
from red_thread.formats.roster.values import Roster, RosterClass, RosterStudent

__all__ = ["Column", "Means", "Roster", "RosterClass", "RosterStudent", "read_roster"]


def read_roster(
    name: str, body: bytes, class_name: str = "", means: Sequence[Means] = (), today: date | None = None
) -> Roster:
    """Reads a roster. `class_name`: where a table names no class; `means`: what its columns are, as somebody said.

    `today`: whoever is in a class on other days alone is not in it; None: on any day. Raises Unreadable.
    """
    if body[:2] == b"PK":
        return read_one_roster(name, read_archive(name, body), today)
    return read_plain(name, body, class_name, means)
