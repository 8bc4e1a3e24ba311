"""Speed, as ratios to a baseline that is measured in the same run."""
