"""How much items are like something else."""
