"""What all parts of the server share: sentences, and errors as answers."""
