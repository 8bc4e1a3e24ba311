"""How a page stands in its master, beside its words and its place."""

from dataclasses import dataclass

from red_thread.core.outline.display import Display


@dataclass(frozen=True, slots=True)
class Standing:
    """`display`: who sees it; None: as its section says. `template`: new pages can begin as it is.

    `starter`: every new notebook begins with it.
    """

    display: Display | None = None
    template: bool = False
    starter: bool = False


ORDINARY = Standing()
