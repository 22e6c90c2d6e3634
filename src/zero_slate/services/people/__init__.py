"""Who works here, and what each of them keeps."""
