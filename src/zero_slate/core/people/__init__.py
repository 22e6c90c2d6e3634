"""Who works here: what a person is called, what their desk keeps, and which keys they press."""
