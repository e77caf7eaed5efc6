package words

// Sentences written in pictures.
var (
	XOnTheSide                = sentence("X on the {0}, seen from the {1}")
	StairUp                   = sentence("stair, up {0}, headroom {1}")
	StairDown                 = sentence("stair, down {0}, headroom {1}")
	SidesCrossCheckThoseTapes = sentence("The sides {0} and {1} cross: check those tapes, the order of the corners, and which ones jut into the room.")
	CornersGoRoundWithRoom    = sentence("The corners go round with the room on the right: give them in the other order.")
	TapeThemAgain             = sentence("{0} is {1}. Tape them again.")
	ReadsOthersForetell       = sentence("reads {0}; the others foretell {1}.")
	ReadItAgain               = sentence(" Read it again.")
	Underside                 = sentence(", underside {0}")
	Headroom                  = sentence(", headroom {0}")
	InNoDrillNoNail           = sentence("{0} in the {1}: no drill, no nail")
	NotCheckedYetReadLength   = sentence("Not checked yet: read a length you know with it.")
	TakenOffEachReadingAs     = sentence("{0} is taken off each reading, as entered.")
	OffReadsTooMuchIn         = sentence("Off: it reads {0} too much in {1} checks. That is taken off each of its readings.")
	OffReadsTooLittleIn       = sentence("Off: it reads {0} too little in {1} checks. That is added to each of its readings.")
	AgreesWithKnownLengthsTo  = sentence("Agrees with {0} known lengths, to within its own noise.")
	OffsetOf                  = sentence("offset of {0}")
)
