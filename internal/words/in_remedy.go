package words

// Sentences of what becomes of pieces that were cut.
var (
	StillFits = sentence("Cut {0}, it should be {1}: it fits still.")
	TrimIt    = sentence("Cut {0}, it should be {1}: trim it by {2}.")
	ShimIt    = sentence("Cut {0}, it should be {1}: pack it by {2}.")
	ReuseIt   = sentence("Cut {0}: it becomes {1}.")
	RecutIt   = sentence("Cut {0}, it should be {1}: cut it anew.")
	SpareIt   = sentence("Cut {0}: nothing wants it now, it is spare.")
)
