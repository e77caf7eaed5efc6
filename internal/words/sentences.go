package words

// Code names a sentence. What its arguments are stands in the sentence.
type Code int

// The sentences.
const (
	BothDistances Code = iota
	TheFirstDistance
	TheFarDistance
	TaperFarEndWasMeasured
	ZigzagClosesOn
	CountOf
	ToTheSideOfIt
	PieceOf
	ClosingErrorOn
	MeasureLegsAgainBeforeTrusting
	MakeThisLegSoCloses
	ToCloseOn
	BlocksBetweenJoists
	PiecesForItsCorners
	SticksToBuyWholeJob
	DevicesToMove
	SlotsToFillFirst
	ThingsInItsWay
	PiecesHeld
	LongestRunClearWallsButt
	WidestDoorLeaf
	KingJackEachSide
	JambsGapsShimsAsUsual
	SliverOfBoard
	WholeBoardsFromStart
	LeftOver
	ThingAt
	CountAndList
	CutAllPlatesAlikeStrap
	LetSecondPlateLap
	LetRunPastButt
	MoveLineToItsStud
	StandInEachOtherBoth
	LetAtNearFace
	ComesToWhereNothingStands
	LetRunPast
	MoveToJoistBeside
	OnThe
	UseAdhesiveAlongPlate
	FromThis
	ToThe
	AgainWhichInDoubt
	TapeCornerToCorner
	OneMoreThanNeededSo
	ItPins
	MoreAreNeeded
	FarEnd
	DoorEnd
	AtWall
	FromWall
	TakePlatesOf
	HaveBroughtInSticks
	FromToWaits
	DoneTakeStretchOff
	StandsBeforeAtToFrame
	TooUncertainToCutMore
	FewerThanReadingsSayHow
	TapeGapOnWallAt
	HeaderMustBeLevelGaps
	ShootFloorFromLaserLine
	TapeGapOnWallAt2
	ShootOnWallAt
	AndMore
	ClearBayBetweenJoists
	CrossesJoistsTwoFixingsAt
	NoJoistFromTo
	LetInBlocksThereUse
	JoistRunsAlongFixInto
	RunsAlongBayBetweenJoists
	BlocksAcrossBayOneAt
	WhetherBayCarriesOnBlocks
	TheyBackCeilingBoardS
	NoJoistComesNear
	LetInBlocksBetweenNearest
	FloorConcrete
	NoJoistsWereRead
	FindThemWriteTheirPlaces
	PlateDeepStuds
	TakePlatesAsDeepAs
	ComesUpThroughBottomPlate
	KeepFixingsOff
	MoveLayoutWallSoNo
	HookTapeOnOtherEnd
	AtStandsWhereToStand
	CrossesAtToLowerThan
	FrameUnderThereCrossPiece
	HeaderTooHigh
	TakeLowerLeafFlatterHeader
	OnlyLeftAboveHeader
	PackWithFlatPieceInstead
	ComesOutAtThereNo
	CheckReadingsNearPlates
	LongLongest
	AddLongerStockLengthThis
	PliesOnEdgeThickWall
	TakeFewerPliesDeeperStuds
	TiltedUpWallHighDeep
	RaiseFitToShimAt
	LeaveSlot
	InsulateSlotBeforeBoardGoes
	TooShortForTwoOne
	PlateBetweenItsEnds
	FirstLastInFromEach
	RestInGapsMakesEach
	FixingsLessThoseBesideJoist
	StretchFromTo
	Follow
	More
	Less
	StrapTo
	Screw
	Screws
	Nail
	Nails
	Adhesive
	PowderDrivenPin
	PowderDrivenPins
	ExpansionBolt
	ExpansionBolts
	ResinAnchor
	ResinAnchors
	AdhesiveAlongWholePlate
	ThroughPlateBite
	NoReachThroughPlate
	GiveItsLengthItsBite
	LeaveHBeforeWallLoaded
	WantsItsCureTimeBefore
	EyesEarsCoveredNobodyBehind
	ScanBeforeDrillingDrillWet
	StraightBetweenJoistsAt
	LiesInFromToNo
	FixPlateClearHaveIsolated
	FloorBadFromToNo
	FindCauseCutBackTo
	StepsHereAt
	StopPlateAtStepBegin
	GapAt
	OwnFloorAt
	CeilingAt
	HeaderOf
	JacksCutUpToMark
	HighestFloorUnderAt
	FloorFinishStillToCome
	SillOverFinishedFloor
	RoughOpeningHeight
	RoughOpening
	JacksASide
	ButtsAtInOpening
	MoveOpeningWallComesTo
	NoStudStandsBehindAt
	TakeLadderFlatNailerThere
	ForBoardWhereButts
	ThereNoRoomAtTo
	TakeLadderScrapBacking
	FlatNailerWhereButtsLeaves
	TakeWiderPieceForLadder
	HowManyNoggingsLadderBehind
	ReadHeightThereFirst
	LadderBehind
	ClearBayBehind
	StudAtStandsFartherOut
	MoveOpeningInBySo
	KingStandsAsEndStud
	LayoutAtStoodTightAgainst
	EndSill
	BoardEdgeAtHasLess
	CutBoardBackToStud
	FromToWaitsPlateStuds
	TakeStretchOffOnceDone
	BoreItsMiddleFromSnapped
	TheSnappedFace
	TheBackFace
	NotchWideDeepFrom
	TakesPlateThroughWideFix
	LapsTheNeighbour
	LappedByNeighbour
	AlongTheWall
	TheBack
	ToLongPointOnBack
	CutOffSquareToOther
	PlateJointAtLandsOn
	BuyLongerStickForThis
	JointTopPlate
	SecondPlateLapsThisWall
	SidesCrossCheckThoseTapes
	CornersGoRoundWithRoom
	TapeThemAgain
	ReadsOthersForetell
	LikelyWouldBe
	ReadItAgain
	Underside
	Headroom
	InNoDrillNoNail
	NotCheckedYetReadLength
	TakenOffEachReadingAs
	OffReadsTooMuchIn
	OffReadsTooLittleIn
	AgreesWithKnownLengthsTo
	OffsetOf
	OverMembrane
	TheStartOf
	TheEndOf
	Lies
	Hypotenuse
	MeasuredAtOtherEndDiffers
	AsSaid
	BoardAtBothEnds
	BoardAtOneEnd
	LastLegSWoodWhich
	AllTogether
	ByItsTwoEnds
	AlongFromCornerMark
	FromCornerSwingArcFor
	FromCornerWhereCrossesArc
	CheckAtOutFrom
	AlongSLine
	CheckAlongFromItsStart
	CheckCornerTo
	StartToEndReads
	SnapLineXOnSeen
	PlumbUpToCeilingAt
	AtTopPlateStopsShort
	AtTopPlateRunsOn
	LowestPlateTreatedGlovesMask
	LowestPlateSteelTrackIts
	MembraneLiesUnderLowestPlate
	PlatesAlikeCutMarkThem
	ThingAtHow
	ParallelToAt
	AtItsOtherEnd
	AtOffAt
	SquareOffAt
	InLineWithFinish
	CentredBetweenAnd
	FurringBefore
	NextLegAfterAt
	NextLegAfterSquaredTo
	ClearFinishToFinish
	ThroughTwoMarks
	AngleAtTo
	SupportWasAskedForNot
	WhatHangsOnNeedsNew
	TakenAway
	NotToBeYet
	EnterLicensedPersonSDecision
	WalkLineTreadProbeLook
	FromToNoPlateGoes
	LookedAtFromEndTo
	NothingWasLookedAtFrom
	HighLeastHeightInRoom
	ReadsOthersForetellWithin
	TheGap
	TheFloor
	TheCeiling
	OnWallAt
	AtAcrossUp
	ReadAgainThereKeepWhat
	LeansIn
	LeansAway
	OverCarriedTo
	OffSquareToOtherWall
	TheMeetsAt
	ItsStudAtStandsBehind
	FixEndStudInto
	WhichIs
	AnchorsForMaterialThroughEnd
	WhoseMakeIsnTKnown
	ProbeDownToWhatHolds
	ItsStudsNotRead
	FindThemWithDetectorWrite
	NoStudStandsBehind
	OpenLetInBlocksBetween
	OpenLetInBlocksBetween2
	TopPlateThanBottomOne
	ComesAtOddAnglePlates
	EndStudOnEachWall
	AFlatNailer
	LadderNoggings
	ScrapBackingPutInBefore
	StudStandsThereAlready
	CornerRunsPastByButts
	ButtsAtWhichRunsPast
	LeftForBoard
	GiveEdgesScrapBacking
	HoldEndStudBack
	EndStudStandsBackWhere
	NailTwoEvery
	SecondTopPlateLapsStops
	StrapTopPlatesFourNails
	IsIs
	PlatesDifferByTheirTops
	OneHeightWithTheirPlates
	ApartFloorCeilingRunOn
	NothingHasBeenReadYet
	TapeGapFromFloorTo
	UnderLineEndOneAt
	PlateFromToTooShort

	lastCode // how many there are
)

// templates are the sentences, in plain words of the trade.
var templates = map[Code]string{
	BothDistances:                  "both distances",
	TheFirstDistance:               "the first distance",
	TheFarDistance:                 "the far distance",
	TaperFarEndWasMeasured:         "Taper: the far end was measured {0} {1}. It follows {2}.",
	ZigzagClosesOn:                 "The zigzag closes on {0}.",
	CountOf:                        "{0} {1}",
	PieceOf:                        "{0} {1}",
	ToTheSideOfIt:                  "{0} to the {1} of it",
	ClosingErrorOn:                 "Closing error on {0}: {1}",
	MeasureLegsAgainBeforeTrusting: ". Measure the legs again before trusting either.",
	MakeThisLegSoCloses:            "Make this leg {0} {1}, so that it closes",
	ToCloseOn:                      "to close on {0}",
	BlocksBetweenJoists:            "blocks between joists",
	PiecesForItsCorners:            "pieces for its corners",
	SticksToBuyWholeJob:            "sticks to buy, whole job",
	DevicesToMove:                  "devices to move",
	SlotsToFillFirst:               "slots to fill first",
	ThingsInItsWay:                 "things in its way",
	PiecesHeld:                     "pieces held",
	LongestRunClearWallsButt:       "longest run clear of walls that butt it",
	WidestDoorLeaf:                 "widest door leaf",
	KingJackEachSide:               "king and <jack> each side",
	JambsGapsShimsAsUsual:          "jambs, gaps and shims, as usual",
	SliverOfBoard:                  "sliver of board",
	WholeBoardsFromStart:           "whole boards from the start, {0}",
	LeftOver:                       "left over",
	ThingAt:                        "{0} at {1}",
	CountAndList:                   "{0}: {1}",
	CutAllPlatesAlikeStrap:         "Cut all plates alike and strap them",
	LetSecondPlateLap:              "Let the second plate lap {0}",
	LetRunPastButt:                 "Let {0} run past, and {1} butt it",
	MoveLineToItsStud:              "Move the line to its stud at {0}",
	StandInEachOtherBoth:           "{0} and {1} stand in each other: both can't have that ground.",
	LetAtNearFace:                  "Let {0} {1} at the near face of {2}",
	ComesToWhereNothingStands:      "The {0} comes to {1} where nothing of it stands: the corner is open.",
	LetRunPast:                     "Let {0} run past {1}",
	MoveToJoistBeside:              "Move it to the {0} joist beside it",
	OnThe:                          "On the {0}: {1}",
	UseAdhesiveAlongPlate:          "Use adhesive along that plate",
	FromThis:                       "{0} ({1} → {2})",
	ToThe:                          "{0} ({1} to the {2})",
	AgainWhichInDoubt:              "Again: {0}, which is in doubt",
	TapeCornerToCorner:             "Tape corner {0} to corner {1}",
	OneMoreThanNeededSo:            ": one more than needed, so that a slip would show",
	ItPins:                         ": it pins {0}",
	MoreAreNeeded:                  ": {0} more are needed",
	FarEnd:                         "far end",
	DoorEnd:                        "door end",
	AtWall:                         "{0}, at the {1} of wall {2}",
	FromWall:                       "{0}, {1} from the {2} of wall {3}",
	TakePlatesOf:                   "Take plates of {0}",
	HaveBroughtInSticks:            "Have {0} brought in sticks of {1}",
	FromToWaits:                    "From {0} to {1} it waits: {2}.",
	DoneTakeStretchOff:             "That is done: take the stretch off",
	StandsBeforeAtToFrame:          "It stands before the {0} at {1} to {2}: frame an opening in it there, or close that one.",
	TooUncertainToCutMore:          "{0} too uncertain to cut: more than {1} either way.",
	FewerThanReadingsSayHow:        "Fewer than {0} readings say how high it is here: nothing can be cut, and a slip would not show.",
	TapeGapOnWallAt:                "Tape the gap on wall {0} at 0, {1} and {2}.",
	HeaderMustBeLevelGaps:          "A <header> must be level, and gaps alone don't say where level is: <jacks> and <cripples> wait.",
	ShootFloorFromLaserLine:        "Shoot the floor from the laser line at both sides of the opening and at one place more.",
	TapeGapOnWallAt2:               "Tape the gap on wall {0} at {1}.",
	ShootOnWallAt:                  "Shoot the {0} on wall {1} at {2}.",
	AndMore:                        "{0} and {1} more {2}",
	ClearBayBetweenJoists:          "clear bay between {0} joists",
	CrossesJoistsTwoFixingsAt:      "It crosses {0} {1} joists: two fixings at each.",
	NoJoistFromTo:                  " No joist from {0} to {1}.",
	LetInBlocksThereUse:            "Let in blocks there, or use adhesive and say so on the open list.",
	JoistRunsAlongFixInto:          "A {0} joist runs along it: fix into that.",
	RunsAlongBayBetweenJoists:      "It runs along a bay between {0} joists, {1} clear.",
	BlocksAcrossBayOneAt:           "{0} blocks of {1} across the bay, one at each end, none more than {2} apart.",
	WhetherBayCarriesOnBlocks:      " Whether the bay carries it on blocks or wants a doubled joist is asked of a professional.",
	TheyBackCeilingBoardS:          " They back the ceiling board's edges too.",
	NoJoistComesNear:               "No {0} joist comes near it.",
	LetInBlocksBetweenNearest:      "Let in blocks between the nearest joists, or use adhesive and say so on the open list.",
	FloorConcrete:                  "The floor is concrete.",
	NoJoistsWereRead:               "No {0} joists were read.",
	FindThemWriteTheirPlaces:       "Find them, write their places under Read, and the fixings follow.",
	PlateDeepStuds:                 "The {0} plate is {1} deep, the studs are {2}.",
	TakePlatesAsDeepAs:             "Take plates as deep as the studs.",
	ComesUpThroughBottomPlate:      "The {0} comes up through the <bottom-plate> at {1}.",
	KeepFixingsOff:                 "{0} Keep fixings off it.",
	MoveLayoutWallSoNo:             "Move the layout, or the wall, so that no upright stands there.",
	HookTapeOnOtherEnd:             "Hook the tape on the other end: from there every upright clears it.",
	AtStandsWhereToStand:           "The {0} at {1} stands where {2} to stand.",
	CrossesAtToLowerThan:           "The {0} crosses at {1} to {2}, lower than {3}.",
	FrameUnderThereCrossPiece:      "Frame under it there: cross piece between the studs beside it, short studs below. Don't cut these full length.",
	HeaderTooHigh:                  "The <header> of {0} doesn't fit under the <top-plate>: {1} too high.",
	TakeLowerLeafFlatterHeader:     "Take a lower leaf, a flatter <header>, or less height over the floor.",
	OnlyLeftAboveHeader:            "Only {0} is left above the <header> of {1}.",
	PackWithFlatPieceInstead:       "Pack it with a flat piece instead of <cripples>.",
	ComesOutAtThereNo:              "{0} comes out at {1}: there is no room for it.",
	CheckReadingsNearPlates:        "Check the readings near it and the plates.",
	LongLongest:                    "{0} is {1} long; the longest {2} is {3}.",
	AddLongerStockLengthThis:       "Add a longer stock length of this lumber.",
	PliesOnEdgeThickWall:           "{0} plies on edge are {1} thick; the wall is {2} deep.",
	TakeFewerPliesDeeperStuds:      "Take fewer plies, or deeper studs.",
	TiltedUpWallHighDeep:           "Tilted up, a wall {0} high and {1} deep needs {2} over it; the fit leaves {3}.",
	RaiseFitToShimAt:               "Raise the fit to that and shim at the ceiling, or stand it in place.",
	LeaveSlot:                      "{0} and {1} leave a slot of {2}.",
	InsulateSlotBeforeBoardGoes:    "Insulate the slot before the board goes on.",
	TooShortForTwoOne:              "{0}: too short for two, one in the middle of",
	PlateBetweenItsEnds:            "{0}: the plate between its ends",
	FirstLastInFromEach:            "first and last, in from each end",
	RestInGapsMakesEach:            "the rest in {0} gaps, makes {1}, each gap",
	FixingsLessThoseBesideJoist:    "fixings, less those beside a joist's two",
	StretchFromTo:                  " from {0} to {1}",
	Follow:                         "Follow {0}",
	More:                           "more",
	Less:                           "less",
	StrapTo:                        "to {0}",
	Screw:                          "screw",
	Screws:                         "screws",
	Nail:                           "nail",
	Nails:                          "nails",
	Adhesive:                       "adhesive",
	PowderDrivenPin:                "powder-driven pin",
	PowderDrivenPins:               "powder-driven pins",
	ExpansionBolt:                  "expansion bolt",
	ExpansionBolts:                 "expansion bolts",
	ResinAnchor:                    "resin anchor",
	ResinAnchors:                   "resin anchors",
	AdhesiveAlongWholePlate:        "Adhesive along the whole plate.",
	ThroughPlateBite:               " of {0}: {1} through the plate, {2} of bite",
	NoReachThroughPlate:            "It doesn't reach through the plate: take a longer one.",
	GiveItsLengthItsBite:           "Give its length, and its bite follows.",
	LeaveHBeforeWallLoaded:         "Leave it {0} h before the wall is loaded.",
	WantsItsCureTimeBefore:         "It wants its cure time before the wall is loaded: its maker says how long.",
	EyesEarsCoveredNobodyBehind:    "Eyes and ears covered, nobody behind; only who is trained for the tool.",
	ScanBeforeDrillingDrillWet:     "Scan before drilling; drill wet or with extraction, the dust is silica.",
	StraightBetweenJoistsAt:        "straight between the joists at {0} and {1}",
	LiesInFromToNo:                 "The {0} lies in the {1} from {2} to {3}: no drill and no nail there.",
	FixPlateClearHaveIsolated:      "Fix the {0} clear of it. Have it isolated and proved dead before any hole near it.",
	FloorBadFromToNo:               "The floor is bad from {0} to {1}: {2}. No plate goes on it.",
	FindCauseCutBackTo:             "Find the cause, cut back to sound wood, splice and patch flush; write down the joists while it is open.",
	StepsHereAt:                    "The {0} steps here, at {1} ({2}).",
	StopPlateAtStepBegin:           "Stop the {0} at the step and begin a new one; give the edge a stud on each side.",
	GapAt:                          "gap at {0}{1}",
	OwnFloorAt:                     "own floor at {0}",
	CeilingAt:                      "ceiling at {0}{1}",
	HeaderOf:                       "<header> of {0}",
	JacksCutUpToMark:               "<jacks> cut up to the mark",
	HighestFloorUnderAt:            "highest floor under {0}, at {1}",
	FloorFinishStillToCome:         "floor finish still to come",
	SillOverFinishedFloor:          "sill over the finished floor",
	RoughOpeningHeight:             "rough opening height",
	RoughOpening:                   "rough opening {0}",
	JacksASide:                     "<jacks>, {0} a side",
	ButtsAtInOpening:               "{0} butts it at {1}, in the opening {2}.",
	MoveOpeningWallComesTo:         "Move the opening, or the wall that comes to it.",
	NoStudStandsBehindAt:           "No stud stands behind {0} at {1} to {2}.",
	TakeLadderFlatNailerThere:      "Take a ladder or a flat nailer there.",
	ForBoardWhereButts:             "for the board where {0} butts",
	ThereNoRoomAtTo:                "There is no room at {0} to {1} for a flat nailer where {2} butts.",
	TakeLadderScrapBacking:         "Take a ladder, or scrap backing.",
	FlatNailerWhereButtsLeaves:     "The flat nailer where {0} butts leaves {1} for the board.",
	TakeWiderPieceForLadder:        "Take a wider piece for it, or a ladder.",
	HowManyNoggingsLadderBehind:    "How many <noggings> the ladder behind {0} has follows from the height there.",
	ReadHeightThereFirst:           "Read the height there first.",
	LadderBehind:                   "ladder behind {0}",
	ClearBayBehind:                 "clear bay behind {0}",
	StudAtStandsFartherOut:         "The stud at {0} stands {1} farther out than the wall there leans in ({2}).",
	MoveOpeningInBySo:              "Move the opening in by that, so that the end stud can stand plumb.",
	KingStandsAsEndStud:            "king stands as the end stud",
	LayoutAtStoodTightAgainst:      "layout at {0}, stood tight against the {1}",
	EndSill:                        "end of the sill",
	BoardEdgeAtHasLess:             "A board edge at {0} has less than {1} of wood: the stud was moved tight to the {2}.",
	CutBoardBackToStud:             "Cut that board back to the stud before, or screw a scrap backer to the moved stud.",
	FromToWaitsPlateStuds:          "From {0} to {1} it waits: {2}. Plate and studs there are counted and shown, not cut.",
	TakeStretchOffOnceDone:         "Take the stretch off once that is done; measure again where the floor was opened.",
	BoreItsMiddleFromSnapped:       "Bore {0}, its middle {1} from the snapped face.",
	TheSnappedFace:                 "the snapped face",
	TheBackFace:                    "the back face",
	NotchWideDeepFrom:              "Notch {0} wide and {1} deep from {2}.",
	TakesPlateThroughWideFix:       "It takes the plate through, {0} wide: fix the plate on both sides and strap across.",
	LapsTheNeighbour:               "laps the neighbour",
	LappedByNeighbour:              "lapped by the neighbour",
	AlongTheWall:                   "along the wall",
	TheBack:                        "the back",
	ToLongPointOnBack:              "to the long point, on the back, at the {0}",
	CutOffSquareToOther:            "{0} cut {1:.1}° off square, {2:.1}° to the other wall, long point on {3}",
	PlateJointAtLandsOn:            "The {0} plate joint at {1} lands on no stud that is clear of openings and of the other plate's joint.",
	BuyLongerStickForThis:          "Buy a longer stick for this plate, or add a stud under the joint.",
	JointTopPlate:                  "joint of the <top-plate>",
	SecondPlateLapsThisWall:        "second plate of {0} laps this wall",
	SidesCrossCheckThoseTapes:      "The sides {0} and {1} cross: check those tapes, the order of the corners, and which ones jut into the room.",
	CornersGoRoundWithRoom:         "The corners go round with the room on the right: give them in the other order.",
	TapeThemAgain:                  "{0} is {1}. Tape them again.",
	ReadsOthersForetell:            "reads {0}; the others foretell {1}.",
	LikelyWouldBe:                  " Likely: {0}. It would be {1}.",
	ReadItAgain:                    " Read it again.",
	Underside:                      ", underside {0}",
	Headroom:                       ", headroom {0}",
	InNoDrillNoNail:                "{0} in the {1}: no drill, no nail",
	NotCheckedYetReadLength:        "Not checked yet: read a length you know with it.",
	TakenOffEachReadingAs:          "{0} is taken off each reading, as entered.",
	OffReadsTooMuchIn:              "Off: it reads {0} too much in {1} checks. That is taken off each of its readings.",
	OffReadsTooLittleIn:            "Off: it reads {0} too little in {1} checks. That is added to each of its readings.",
	AgreesWithKnownLengthsTo:       "Agrees with {0} known lengths, to within its own noise.",
	OffsetOf:                       "offset of {0}",
	OverMembrane:                   " Over the membrane: lay it the plate's whole length first.",
	TheStartOf:                     "the start of {0}",
	TheEndOf:                       "the end of {0}",
	Lies:                           "{0} lies {1}",
	Hypotenuse:                     "√({0}² + {1}²)",
	MeasuredAtOtherEndDiffers:      "measured at the other end it differs by",
	AsSaid:                         "as it is said: {0}",
	BoardAtBothEnds:                "board at both ends",
	BoardAtOneEnd:                  "board at one end",
	LastLegSWoodWhich:              "the last leg's wood, which it begins beyond",
	AllTogether:                    "all together",
	ByItsTwoEnds:                   "by its two ends",
	AlongFromCornerMark:            "Along {0} from corner {1}: mark the {2}",
	FromCornerSwingArcFor:          "From corner {0}: swing an arc for the {1}",
	FromCornerWhereCrossesArc:      "From corner {0}: where it crosses that arc is the {1}",
	CheckAtOutFrom:                 "Check at the {0}: out from {1}",
	AlongSLine:                     "along {0}'s line",
	CheckAlongFromItsStart:         "Check: along {0} from its start to the {1}",
	CheckCornerTo:                  "Check: corner {0} to the {1}",
	StartToEndReads:                "Start to end reads",
	SnapLineXOnSeen:                "Snap the line; X on the {0}, seen from the start, {1} deep",
	PlumbUpToCeilingAt:             "Plumb up to the ceiling at {0} and snap between: the <top-plate> follows that, not the floor's slope",
	AtTopPlateStopsShort:           "At the {0} the <top-plate> stops short of the plumbed point ({1})",
	AtTopPlateRunsOn:               "At the {0} the <top-plate> runs on beyond the plumbed point ({1})",
	LowestPlateTreatedGlovesMask:   "The lowest plate is treated ({0}): gloves and a mask at the saw, no offcuts burnt.",
	LowestPlateSteelTrackIts:       "The lowest plate is steel track ({0}): its edges cut.",
	MembraneLiesUnderLowestPlate:   "A membrane lies under the lowest plate: {0} of it.",
	PlatesAlikeCutMarkThem:         "{0} plates alike: cut and mark them in one stack.",
	ThingAtHow:                     "{0} at {1}: {2}",
	ParallelToAt:                   "parallel to {0} at {1}",
	AtItsOtherEnd:                  " and {0} at its other end",
	AtOffAt:                        "at {0}° off {1} at {2}",
	SquareOffAt:                    "square off {0} at {1}",
	InLineWithFinish:               "in line with the finish of {0}",
	CentredBetweenAnd:              "centred between {0} and {1}",
	FurringBefore:                  "furring before {0}",
	NextLegAfterAt:                 "next leg after {0}, {1} at {2}°",
	NextLegAfterSquaredTo:          "next leg after {0}, squared to the {1}",
	ClearFinishToFinish:            "{0} clear of {1}, finish to finish",
	ThroughTwoMarks:                "through two marks",
	AngleAtTo:                      "angle at {0}, {1} to {2}",
	SupportWasAskedForNot:          "the support that was asked for is not signed as in place",
	WhatHangsOnNeedsNew:            "what hangs on it needs a new home first: {0}",
	TakenAway:                      "taken away",
	NotToBeYet:                     "{0} is not to be {1} yet: {2}.",
	EnterLicensedPersonSDecision:   "Enter the licensed person's decision: who, when, and the paper it stands in.",
	WalkLineTreadProbeLook:         "Walk the line: tread, probe, look from below.",
	FromToNoPlateGoes:              "From {0} to {1}: {2}. No plate goes on it.",
	LookedAtFromEndTo:              "Looked at from end to end.",
	NothingWasLookedAtFrom:         "Nothing was looked at from {0} on.",
	HighLeastHeightInRoom:          ": {0} high, the least height in the room is {1}",
	ReadsOthersForetellWithin:      "{0} reads {1}; the others foretell {2}, within {3}.",
	TheGap:                         "The gap",
	TheFloor:                       "The floor",
	TheCeiling:                     "The ceiling",
	OnWallAt:                       "{0} on wall {1} at {2}",
	AtAcrossUp:                     "{0} at {1} across, {2} up",
	ReadAgainThereKeepWhat:         "Read it again there and keep what the tape says: nothing is dropped unasked.",
	LeansIn:                        "leans in",
	LeansAway:                      "leans away",
	OverCarriedTo:                  "{0} {1}: {2} over {3}, carried to {4}",
	OffSquareToOtherWall:           "{0:.1}° off square, {1:.1}° to the other wall",
	TheMeetsAt:                     "The {0} meets {1} at {2}",
	ItsStudAtStandsBehind:          "{0}: its stud at {1} stands behind it.",
	FixEndStudInto:                 "Fix the end stud into that.",
	WhichIs:                        "{0}, which is {1}.",
	AnchorsForMaterialThroughEnd:   "Anchors for that material through the end stud; plumb it first, the wall leans. Scan before drilling.",
	WhoseMakeIsnTKnown:             "{0}, whose make isn't known.",
	ProbeDownToWhatHolds:           "Probe it down to what holds a screw.",
	ItsStudsNotRead:                "{0}: its studs weren't read.",
	FindThemWithDetectorWrite:      "Find them with the detector and write them under Read.",
	NoStudStandsBehind:             "{0}: no stud stands behind it.",
	OpenLetInBlocksBetween:         "Open it and let in blocks between its studs, or move the line to one.",
	OpenLetInBlocksBetween2:        "Open it and let in blocks between its studs at {0} and {1}, or move the line to one.",
	TopPlateThanBottomOne:          " {0}: the <top-plate> is {1} than the bottom one by that.",
	ComesAtOddAnglePlates:          " It comes at an odd angle: plates cut {0}.",
	EndStudOnEachWall:              "an end stud on each wall, and nothing more behind the boards",
	AFlatNailer:                    "a flat nailer",
	LadderNoggings:                 "a ladder of <noggings>",
	ScrapBackingPutInBefore:        "scrap backing, put in before the board",
	StudStandsThereAlready:         "a stud that stands there already",
	CornerRunsPastByButts:          "A corner: {0} runs past by {1}, {2} butts it.",
	ButtsAtWhichRunsPast:           "The {0} butts {1} at {2}, which runs past.",
	LeftForBoard:                   ", {0} left for the board",
	GiveEdgesScrapBacking:          "; give the board's edges scrap backing on both sides",
	HoldEndStudBack:                "Hold the end stud of {0} back {1}",
	EndStudStandsBackWhere:         "The end stud of {0} stands {1} back, where the wall has both its faces",
	NailTwoEvery:                   "{0}. {1}, and nail the two every {2}.",
	SecondTopPlateLapsStops:        " The second <top-plate> of {0} laps {1}; that of {2} stops for it.",
	StrapTopPlatesFourNails:        " Strap the <top-plates>, four nails each side.",
	IsIs:                           "{0} is {1}, {2} is {3}",
	PlatesDifferByTheirTops:        "; plates differ by {0}: their tops are not at one height, strap them with a packer",
	OneHeightWithTheirPlates:       "{0}: one height with their plates",
	ApartFloorCeilingRunOn:         ": {0} apart, floor and ceiling run on between them",
	NothingHasBeenReadYet:          "Nothing has been read yet: every height is still open.",
	TapeGapFromFloorTo:             "Tape the gap from floor to ceiling along the wall, at least three places.",
	UnderLineEndOneAt:              "Under Line, end one at the other's near face, or have it start from \"{0} back\".",
	PlateFromToTooShort:            "The plate from {0} to {1} is too short for two fixings: add adhesive, or fix it to its neighbour.",
}

var sentences = func() map[Code][]part {
	out := map[Code][]part{}
	for code, template := range templates {
		out[code] = parsed(template)
	}
	return out
}()
