"""What goes over the wire, a module for each subject."""
