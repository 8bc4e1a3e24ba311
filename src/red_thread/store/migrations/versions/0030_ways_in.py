"""One name space for who signs in; invitations that only who was handed their code can take up; one owner of a course."""

import sqlalchemy as sa
from alembic import op

revision = "0030"
down_revision = "0029"
branch_labels = None
depends_on = None

_OWN = "nullif(current_setting('red_thread.school', true), '')::integer"
_SCHOOL = f"coalesce({_OWN}, 1)"


def _table(name: str, *columns: sa.schema.SchemaItem) -> None:
    school = sa.Column("school_id", sa.Integer, nullable=False, server_default=sa.text(_SCHOOL))
    op.create_table(
        name, school, *columns, sa.ForeignKeyConstraint(["school_id"], ["school.id"], ondelete="RESTRICT")
    )
    op.execute(f"ALTER TABLE {name} ENABLE ROW LEVEL SECURITY")
    op.execute(f"CREATE POLICY own_school ON {name} TO red_thread_school USING (school_id = (SELECT {_OWN}))")


def _to(column: str, table: str) -> sa.ForeignKeyConstraint:
    return sa.ForeignKeyConstraint(["school_id", column], [f"{table}.school_id", f"{table}.id"], ondelete="RESTRICT")


def upgrade() -> None:
    # Names as people sort them, in whatever letters: Ç beside C, Ø and Arabic not behind Z.
    op.execute("CREATE COLLATION IF NOT EXISTS names (provider = icu, locale = 'und')")
    # However a name is typed, with capitals, wide letters, blanks or signs that nobody sees, it is one name.
    op.execute(r"""
        CREATE FUNCTION folded_name(typed text) RETURNS text LANGUAGE sql IMMUTABLE PARALLEL SAFE AS $$
            SELECT btrim(regexp_replace(regexp_replace(
                lower(normalize(typed, NFKC)), '[\u00ad\u200b-\u200f\u2060\ufeff]', '', 'g'), '\s+', ' ', 'g'))
        $$
    """)
    _table(
        "signs_in_as",
        sa.Column("name", sa.Text, nullable=False),
        sa.Column("person_id", sa.BigInteger, nullable=False, index=True),
        sa.PrimaryKeyConstraint("school_id", "name"),
        sa.ForeignKeyConstraint(["school_id", "person_id"], ["person.school_id", "person.id"], ondelete="RESTRICT"),
    )
    # Who is there keeps the name by which they most likely sign in; an id that is another's name opens nothing.
    for column in ("email", "sign_in_name", "outside_id"):
        op.execute(f"""
            INSERT INTO signs_in_as (school_id, name, person_id)
            SELECT school_id, folded_name({column}), id FROM person WHERE folded_name({column}) <> '' ORDER BY id
            ON CONFLICT DO NOTHING
        """)
    op.execute("""
        UPDATE person p SET outside_id = NULL FROM signs_in_as s
        WHERE s.school_id = p.school_id AND s.name = folded_name(p.outside_id) AND s.person_id <> p.id
    """)
    op.execute("""
        CREATE FUNCTION keep_names_to_sign_in() RETURNS trigger LANGUAGE plpgsql AS $$
        BEGIN
            DELETE FROM signs_in_as WHERE school_id = NEW.school_id AND person_id = NEW.id;
            INSERT INTO signs_in_as (school_id, name, person_id)
            SELECT DISTINCT NEW.school_id, folded_name(name), NEW.id
            FROM unnest(ARRAY[NEW.email, NEW.sign_in_name, NEW.outside_id]) name WHERE folded_name(name) <> '';
            RETURN NULL;
        END $$
    """)
    op.execute("""
        CREATE TRIGGER keep_names_to_sign_in AFTER INSERT OR UPDATE OF email, sign_in_name, outside_id ON person
        FOR EACH ROW EXECUTE FUNCTION keep_names_to_sign_in()
    """)
    _table(
        "invitation",
        sa.Column("code_hash", sa.LargeBinary, nullable=False),
        sa.Column("master_id", sa.BigInteger, nullable=False, index=True),
        sa.Column("person_id", sa.BigInteger, nullable=False, index=True),
        sa.Column("role", sa.Text, nullable=False),
        sa.Column("made_by", sa.BigInteger, nullable=False),
        sa.Column("ends_at", sa.DateTime(timezone=True), nullable=False),
        sa.PrimaryKeyConstraint("school_id", "code_hash"),
        _to("master_id", "master"),
        _to("person_id", "person"),
    )
    _table(
        "turn",
        sa.Column("what", sa.Text, nullable=False),
        sa.Column("minute", sa.DateTime(timezone=True), nullable=False),
        sa.Column("times", sa.Integer, nullable=False),
        sa.PrimaryKeyConstraint("school_id", "what", "minute"),
    )
    op.execute("""
        UPDATE master_teacher m SET role = 'co-teacher' WHERE role = 'owner' AND EXISTS (
            SELECT FROM master_teacher o WHERE o.school_id = m.school_id AND o.master_id = m.master_id
                AND o.role = 'owner' AND (o.left_at IS NULL AND m.left_at IS NOT NULL
                    OR (o.left_at IS NULL) = (m.left_at IS NULL) AND o.person_id < m.person_id))
    """)
    op.execute("CREATE UNIQUE INDEX one_owner ON master_teacher (school_id, master_id) WHERE role = 'owner'")


def downgrade() -> None:
    op.execute("DROP INDEX one_owner")
    op.drop_table("turn")
    op.drop_table("invitation")
    op.execute("DROP TRIGGER keep_names_to_sign_in ON person")
    op.execute("DROP FUNCTION keep_names_to_sign_in")
    op.drop_table("signs_in_as")
    op.execute("DROP FUNCTION folded_name")
