"""What every request passes: counted, given a content policy, guarded, given its owner."""
