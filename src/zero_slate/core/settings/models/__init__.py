"""What has settings: edit format, house setup, and a shot's setup."""
