"""Who acts."""

from dataclasses import dataclass

from red_thread.store.people.values import PersonKind


@dataclass(frozen=True, slots=True)
class Actor:
    """The person in whose name something is done; or the house, for what nobody asks for by hand."""

    person_id: int
    kind: PersonKind


HOUSE = Actor(0, "house")
