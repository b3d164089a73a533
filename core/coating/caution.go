package coating

// Caution stands at the step where the hand is about to do it. It informs; the safety data sheet, local codes
// and licensed trades decide.
type Caution struct {
	ID   string
	Text string
}

var (
	rags = Caution{
		"rags",
		"Oily rags heat up by themselves and burn. Never in a bin or a heap: dry them flat, single, outdoors away from buildings, or under water in a lidded metal can, emptied daily. The safety data sheet and your fire code decide.",
	}
	isocyanates = Caution{
		"isocyanate",
		"The hardener is a sensitiser. Trained users only, respirator and gloves as the safety data sheet says; with asthma ask a doctor first.",
	}
	formaldehyde = Caution{
		"formaldehyde",
		"Gives off formaldehyde. Spray booth and respirator as the safety data sheet says; not in a home.",
	}
	epoxy = Caution{
		"epoxy",
		"Skin sensitiser: gloves, sleeves, hair tied back. A large batch gets hot. Follow the safety data sheet.",
	}
	vapour = Caution{
		"vapour",
		"Solvent vapour: ventilate, no flames, pilot lights or sparks. Spraying falls under your local fire code. Follow the safety data sheet.",
	}
)

// Cautions to show where this product is put on.
func (p *Product) Cautions() []Caution {
	var out []Caution
	for _, c := range []struct {
		when bool
		Caution
	}{
		{p.Family.Has(SelfHeatingRags), rags},
		{p.Family.Has(Isocyanate), isocyanates},
		{p.Family.Has(Formaldehyde), formaldehyde},
		{p.Family.Has(Epoxy), epoxy},
		{p.Family.Carrier.Solvent(), vapour},
	} {
		if c.when {
			out = append(out, c.Caution)
		}
	}
	return out
}
