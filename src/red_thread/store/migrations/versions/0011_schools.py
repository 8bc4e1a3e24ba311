"""Every table belongs to a school: first in its key, along every reference, and the lock on every row.

What is there is the first school's. The application works as a role that owns nothing and to which row security
applies; the tables' owner migrates and makes backups.
"""

from collections.abc import Iterator

import sqlalchemy as sa
from alembic import op

revision = "0011"
down_revision = "0010"
branch_labels = None
depends_on = None

ROLE = "red_thread_school"
_NOT_OF_A_SCHOOL = ("setting", "school", "alembic_version")
_OWN = "nullif(current_setting('red_thread.school', true), '')::integer"
_TABLES = """
    SELECT tablename FROM pg_tables WHERE schemaname = current_schema()
    AND tablename <> ALL (:apart) AND tablename NOT LIKE 'procrastinate%' ORDER BY 1
"""
_CONSTRAINTS = """
    SELECT conname, contype::text AS kind, confrelid::regclass::text AS target,
           ARRAY(SELECT quote_ident(attname) FROM unnest(conkey) WITH ORDINALITY k (n, place)
                 JOIN pg_attribute a ON a.attrelid = c.conrelid AND a.attnum = k.n ORDER BY place) AS columns,
           ARRAY(SELECT quote_ident(attname) FROM unnest(confkey) WITH ORDINALITY k (n, place)
                 JOIN pg_attribute a ON a.attrelid = c.confrelid AND a.attnum = k.n ORDER BY place) AS theirs
    FROM pg_constraint c WHERE conrelid = CAST(:name AS regclass) AND contype IN ('p', 'u', 'f')
"""
_NEEDED = """
    SELECT quote_ident(attname) AS column, atttypid::regtype::text AS kind FROM pg_attribute
    WHERE attrelid = CAST(:name AS regclass) AND attnum > 0 AND NOT attisdropped AND attnotnull AND attidentity = ''
    AND attname <> 'school_id'
"""
_SOMETHING = {
    "bigint": "{}",
    "integer": "{}",
    "smallint": "{}",
    "text": "'{}'",
    "bytea": "'{}'::bytea",
    "boolean": "false",
    "timestamp with time zone": "now()",
    "bigint[]": "'{{}}'",
    "jsonb": "'[]'",
}
_ROLE = f"""
    DO $$ BEGIN
        IF NOT EXISTS (SELECT FROM pg_roles WHERE rolname = '{ROLE}') THEN
            CREATE ROLE {ROLE} NOLOGIN;
            EXECUTE format('GRANT {ROLE} TO %I', current_user);
        END IF;
    END $$
"""


def upgrade() -> None:
    op.execute(_ROLE)
    op.create_table(
        "school",
        sa.Column("id", sa.Integer, sa.Identity(), primary_key=True),
        sa.Column("name", sa.Text, nullable=False),
        sa.Column("made_at", sa.DateTime(timezone=True), nullable=False, server_default=sa.func.now()),
    )
    op.execute(
        "INSERT INTO school (name) SELECT coalesce((SELECT value FROM setting WHERE name = 'school'), 'The school')"
    )
    op.execute("DELETE FROM setting WHERE name = 'school'")
    connection = op.get_bind()
    tables = list(connection.scalars(sa.text(_TABLES), {"apart": list(_NOT_OF_A_SCHOOL)}))
    found = {name: connection.execute(sa.text(_CONSTRAINTS), {"name": name}).all() for name in tables}
    for name in tables:
        op.execute(f"ALTER TABLE {name} ADD school_id integer NOT NULL DEFAULT 1")
        op.execute(f"ALTER TABLE {name} ALTER school_id SET DEFAULT coalesce({_OWN}, 1)")
    for kinds in ("f", "pu"):
        _for_each(found, kinds, lambda name, one: [f"ALTER TABLE {name} DROP CONSTRAINT {one.conname}"])
    _for_each(found, "pu", _along_the_school)
    for name in tables:
        _know_the_school(connection, name)
    _for_each(found, "f", _along_the_school)
    for name in tables:
        op.execute(f"ALTER TABLE {name} ADD FOREIGN KEY (school_id) REFERENCES school (id) ON DELETE RESTRICT")
        op.execute(f"ALTER TABLE {name} ENABLE ROW LEVEL SECURITY")
        op.execute(f"CREATE POLICY own_school ON {name} TO {ROLE} USING (school_id = (SELECT {_OWN}))")
    op.execute("ALTER TABLE school ENABLE ROW LEVEL SECURITY")
    op.execute(f"CREATE POLICY all_are_known ON school FOR SELECT TO {ROLE} USING (true)")
    op.execute(f"CREATE POLICY another ON school FOR INSERT TO {ROLE} WITH CHECK (true)")
    op.execute(f"CREATE POLICY own_school ON school FOR UPDATE TO {ROLE} USING (id = (SELECT {_OWN}))")
    # A role that owns no table may not look at it anew; the planner has to know what a push has just made.
    op.execute("""
        CREATE FUNCTION know_notebook_sections() RETURNS void LANGUAGE sql SECURITY DEFINER
        SET search_path = public, pg_temp AS 'ANALYZE notebook_section'
    """)
    for what in ("TABLES", "SEQUENCES", "FUNCTIONS"):
        op.execute(f"GRANT ALL ON ALL {what} IN SCHEMA public TO {ROLE}")
        op.execute(f"ALTER DEFAULT PRIVILEGES IN SCHEMA public GRANT ALL ON {what} TO {ROLE}")
    op.execute(f"REVOKE ALL ON alembic_version FROM {ROLE}")


def _know_the_school(connection: sa.Connection, name: str) -> None:
    """Tells the planner that a school's rows are all rows, not one in two hundred, as it takes it of a new table."""
    if connection.scalar(sa.text(f"SELECT EXISTS (SELECT FROM {name})")):
        op.execute(f"ANALYZE {name}")
        return
    needed = connection.execute(sa.text(_NEEDED), {"name": name}).all()
    columns = "".join(f", {one.column}" for one in needed)
    for number in (1, 2):
        values = "".join(f", {_SOMETHING[one.kind].format(number)}" for one in needed)
        op.execute(f"INSERT INTO {name} (school_id{columns}) VALUES (1{values})")
    op.execute(f"ANALYZE {name} (school_id)")
    op.execute(f"TRUNCATE {name} RESTART IDENTITY")


def downgrade() -> None:
    raise RuntimeError("There is no way back from here: read a backup of before into the version of before.")


def _for_each(found: dict, kinds: str, say: object) -> None:  # type: ignore[type-arg]
    for name, constraints in found.items():
        for one in constraints:
            if one.kind in kinds:
                for statement in say(name, one):  # type: ignore[operator]
                    op.execute(statement)


def _along_the_school(name: str, one: sa.Row) -> Iterator[str]:  # type: ignore[type-arg]
    columns = ", ".join(["school_id", *one.columns])
    made = f"ALTER TABLE {name} ADD CONSTRAINT {one.conname}"
    if one.kind == "f":
        theirs = ", ".join(["school_id", *one.theirs])
        yield f"{made} FOREIGN KEY ({columns}) REFERENCES {one.target} ({theirs}) ON DELETE RESTRICT"
    else:
        yield f"{made} {'PRIMARY KEY' if one.kind == 'p' else 'UNIQUE'} ({columns})"
