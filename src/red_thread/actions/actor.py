"""Who acts."""

from dataclasses import dataclass
from typing import Literal, TypeAlias

PersonKind: TypeAlias = Literal["teacher", "student"]


@dataclass(frozen=True, slots=True)
class Actor:
    """The person in whose name something is done."""

    person_id: int
    kind: PersonKind
