"""Tables and queries: the only place that speaks SQL."""
