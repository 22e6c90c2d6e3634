"""What is made of a shot's stack: pictures, samples, measures, trials."""
