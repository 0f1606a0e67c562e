"""What items come to: everybody who asks for contours or frames asks here."""
