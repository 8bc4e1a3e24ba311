"""A notebook as it is read: dividers and sections share one order, each in the divider that holds it."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class Held:
    """A divider or a section of a notebook. `divider_id`: in which divider it is; None: in none."""

    id: int
    name: str
    divider_id: int | None
    order_key: str
    is_section: bool


Path = tuple[Held, ...]


def sections_in_order(held: Sequence[Held]) -> list[Path]:
    """Each section with its dividers from the outermost, itself last; dividers that hold no section say nothing."""
    return list(_below(held, ()))


def _below(held: Sequence[Held], above: Path) -> Iterator[Path]:
    inside = [holder for holder in held if holder.divider_id == (above[-1].id if above else None)]
    for holder in sorted(inside, key=lambda holder: (holder.order_key, holder.is_section, holder.id)):
        if holder.is_section:
            yield (*above, holder)
        else:
            yield from _below(held, (*above, holder))
