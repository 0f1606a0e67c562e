"""Items placed, ordered, copied, grouped."""
