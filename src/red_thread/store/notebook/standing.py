"""What statements about copies and notebooks share; what is in one is told by views (`Copy` in `tables.py`)."""

# A page may be there more than once; this is the one that pushes are about.
FIRST = "c.ordinal = 0"
# The classes that follow the master `:master` now. As an array: PostgreSQL knows no better how many they are.
FOLLOWING = "ANY(ARRAY(SELECT class_id FROM following WHERE master_id = :master AND until IS NULL))"
# A notebook that a statement calls `n`, whose student is in the class now. Those of leavers rest, and count nowhere.
PRESENT = """EXISTS (SELECT FROM enrolment here WHERE here.class_id = n.class_id AND here.person_id = n.person_id
        AND here.left_at IS NULL)"""
