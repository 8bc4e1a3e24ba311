"""Red Thread under fire: people write and push over bad lines while parts of it are killed; nothing may be lost."""
