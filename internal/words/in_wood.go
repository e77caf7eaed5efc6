package words

// Sentences said of wood and its fixings.
var (
	Screw              = sentence("screw")
	Screws             = sentence("screws")
	Nail               = sentence("nail")
	Nails              = sentence("nails")
	Adhesive           = sentence("adhesive")
	SelfDrillingScrew  = sentence("self-drilling screw")
	SelfDrillingScrews = sentence("self-drilling screws")
	PowderDrivenPin    = sentence("powder-driven pin")
	PowderDrivenPins   = sentence("powder-driven pins")
	ExpansionBolt      = sentence("expansion bolt")
	ExpansionBolts     = sentence("expansion bolts")
	ResinAnchor        = sentence("resin anchor")
	ResinAnchors       = sentence("resin anchors")
)
