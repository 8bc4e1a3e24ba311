"""Who acts."""

from dataclasses import dataclass
from typing import Literal, TypeAlias

PersonKind: TypeAlias = Literal["teacher", "student", "house"]


@dataclass(frozen=True, slots=True)
class Actor:
    """The person in whose name something is done; or the house, for what nobody asks for by hand."""

    person_id: int
    kind: PersonKind


HOUSE = Actor(0, "house")
