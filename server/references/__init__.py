"""Pictures that are traced: checked, kept, and the areas of one colour in them."""
