"""What `make bench` runs: measured figures as percentiles and ratios, never a pass or a fail."""
