"""What is done to an element's light before it is laid over others: softened, finished, grained."""
