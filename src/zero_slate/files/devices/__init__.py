"""Stand-ins for devices: what ships in the place of hardware."""
