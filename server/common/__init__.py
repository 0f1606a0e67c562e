"""What every part needs: answers, refusals, the sandbox, and work that takes long."""
