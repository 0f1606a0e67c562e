"""What is done with drawings, a transaction each."""
