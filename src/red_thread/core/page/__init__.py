"""What a page is: its kinds of node, ids, text, fingerprint and checks."""
