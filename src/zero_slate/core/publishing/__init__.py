"""What a shot is published as: what each target carries of it, and what serves them all."""
