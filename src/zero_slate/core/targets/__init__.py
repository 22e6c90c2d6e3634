"""What a production is published as: kinds of targets, their timing, and the list of them."""
