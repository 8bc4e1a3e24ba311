"""Whom each kind of selector chooses: one entry a kind, without which the application does not start."""

from dataclasses import dataclass

from sqlalchemy import TextClause, text

from red_thread.core.push import SelectorKind


@dataclass(frozen=True, slots=True)
class Chooser:
    """How the ids of one kind of selector are understood.

    `chosen`: the notebooks that `:targets` choose, as one array. `choosing`: the ids that choose one of
    `:notebooks`, each with the notebook (`target_id`, `notebook_id`). `of_course`: of `:targets`, those that belong
    to the course `:master`. `names`: what the ids are called in the sentence about a push (`target_id`, `name`);
    None: by the names of their students.
    """

    chosen: TextClause
    choosing: TextClause
    of_course: TextClause
    names: TextClause | None


CHOOSERS: dict[SelectorKind, Chooser] = {
    SelectorKind.CLASS: Chooser(
        chosen=text("SELECT array_agg(id) FROM notebook WHERE class_id = ANY(CAST(:targets AS bigint[]))"),
        choosing=text("""
            SELECT class_id AS target_id, id AS notebook_id FROM notebook
            WHERE id = ANY(CAST(:notebooks AS bigint[]))
        """),
        of_course=text("""
            SELECT class_id FROM following
            WHERE master_id = :master AND until IS NULL AND class_id = ANY(CAST(:targets AS bigint[]))
        """),
        names=text("SELECT id AS target_id, name FROM class WHERE id = ANY(CAST(:targets AS bigint[]))"),
    ),
    SelectorKind.GROUP: Chooser(
        chosen=text("""
            SELECT array_agg(notebook_id) FROM group_member WHERE group_id = ANY(CAST(:targets AS bigint[]))
        """),
        choosing=text("""
            SELECT group_id AS target_id, notebook_id FROM group_member
            WHERE notebook_id = ANY(CAST(:notebooks AS bigint[]))
        """),
        of_course=text("""
            SELECT id FROM student_group
            WHERE master_id = :master AND removed_at IS NULL AND id = ANY(CAST(:targets AS bigint[]))
        """),
        names=text("SELECT id AS target_id, name FROM student_group WHERE id = ANY(CAST(:targets AS bigint[]))"),
    ),
    SelectorKind.AWAY: Chooser(
        chosen=text("SELECT array_agg(notebook_id) FROM away WHERE list_id = ANY(CAST(:targets AS bigint[]))"),
        choosing=text("""
            SELECT list_id AS target_id, notebook_id FROM away WHERE notebook_id = ANY(CAST(:notebooks AS bigint[]))
        """),
        of_course=text("""
            SELECT id FROM away_list WHERE master_id = :master AND id = ANY(CAST(:targets AS bigint[]))
        """),
        names=text("""
            SELECT id AS target_id, to_char(day, '"those away on" FMDay FMDD FMMonth') AS name FROM away_list
            WHERE id = ANY(CAST(:targets AS bigint[]))
        """),
    ),
    SelectorKind.NOTEBOOK: Chooser(
        chosen=text("SELECT CAST(:targets AS bigint[])"),
        choosing=text("""
            SELECT id AS target_id, id AS notebook_id FROM unnest(CAST(:notebooks AS bigint[])) id
        """),
        of_course=text("""
            SELECT n.id FROM notebook n JOIN following f ON f.class_id = n.class_id
            WHERE f.master_id = :master AND f.until IS NULL AND n.id = ANY(CAST(:targets AS bigint[]))
        """),
        names=None,
    ),
}
if missing := set(SelectorKind) - set(CHOOSERS):
    raise TypeError(f"No chooser for {', '.join(sorted(missing))}: see ARCHITECTURE.md, “Adding a selector”")
