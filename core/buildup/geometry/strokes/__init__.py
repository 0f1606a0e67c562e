"""What a pen covers, dashes, offsets."""
