package words

// Sentences said of what goes through the wood.
var (
	CutPastTheLimits        = sentence("For the {0}, {1} and others, {2} pieces in all, are cut past the usual limits: a notch to {3} in a hundred of the depth, a hole to {4}, 5/8 in (16 mm) of wood beside it.")
	CutOnePastTheLimits     = sentence("For the {0}, {1} is cut past the usual limits: a notch to {2} in a hundred of the depth, a hole to {3}, 5/8 in (16 mm) of wood beside it.")
	WidenShoeOrMove         = sentence("Bring it to the middle, take deeper studs, or double what is cut. In a wall that carries, the engineer and the local code decide.")
	PlateCutPast            = sentence("For the {0}, {1} is cut past the usual limits.")
	StrapOverTheCut         = sentence("Tie both parts with a metal strap over the cut, nailed to each; the local code gives its size.")
	RunGoesPastTheWall      = sentence("The {0} goes past the wall, which is {1} long.")
	GiveRunAnewOrTakeOut    = sentence("Give it anew, or take it out.")
	RunIsThickerThanTheWall = sentence("The {0} is {1} outside: thicker than the studs, {2}.")
	TakeDeeperStudsOrBoxOut = sentence("Take deeper studs for this wall, or lead it in front and box it out.")
	RunStandsOutOfTheWall   = sentence("With its middle {1} from the snapped face the {0} stands out of the framing, which is {2} deep.")
	BringItsMiddleNearer    = sentence("Bring it nearer to the middle of the wall.")
	RunMeetsAStud           = sentence("The {0} at {1} meets {2}.")
	RunMeetsStuds           = sentence("The {0} at {1} meets {2} and {3}.")
	MoveTheRunTo            = sentence("Move it to {0}, clear of the studs.")
	MoveTheRunOrKeepClear   = sentence("No place along the wall is clear for it: widen a bay, or take a thinner pipe.")
	RunCrossesTheOpening    = sentence("The {0} goes through {1}.")
	LeadItRoundTheOpening   = sentence("Lead it over or beside the opening.")
)
