package coating

// Caution stands at the step where the hand is about to do it. It informs; the safety data sheet, local codes
// and licensed trades decide.
type Caution struct {
	ID   string
	Text string
}

var (
	// Rags is for all that takes oxygen.
	Rags = Caution{
		"rags",
		"Oily rags heat up by themselves and burn. So do pads, paper towels, tack cloths and the dust sanded off a young coat. Never in a bin, a bag or a heap: dry them flat, single, outdoors away from buildings, or under water in a lidded metal can, emptied daily. The safety data sheet and your fire code decide.",
	}
	isocyanates = Caution{
		"isocyanate",
		"The hardener is a sensitiser. Trained users only, respirator and gloves as the safety data sheet says; with asthma ask a doctor first.",
	}
	formaldehyde = Caution{
		"formaldehyde",
		"Gives off formaldehyde. Spray booth and respirator as the safety data sheet says; not in a home.",
	}
	sensitiser = Caution{
		"sensitiser",
		"The hardener, and dust of it while young, can make you allergic for life: gloves, sleeves, mask. Follow the safety data sheet.",
	}
	causticLime = Caution{
		"lime",
		"Caustic while wet: goggles and gloves, rinse splashes at once. Follow the safety data sheet.",
	}
	// EpoxySkin is for two-part resin, and what is not hard of it.
	EpoxySkin = Caution{
		"epoxy",
		"Skin sensitiser: gloves, sleeves, hair tied back. A large batch gets hot. Follow the safety data sheet.",
	}
	// Vapour is for whatever solvent leaves.
	Vapour = Caution{
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
		{p.Family.SelfHeats(), Rags},
		{p.Family.Has(Isocyanate), isocyanates},
		{p.Family.Has(Formaldehyde), formaldehyde},
		{p.Family.Has(Epoxy), EpoxySkin},
		{p.Family.Has(Sensitiser), sensitiser},
		{p.Family.Has(Lime), causticLime},
		{p.Family.Carrier.Solvent(), Vapour},
	} {
		if c.when {
			out = append(out, c.Caution)
		}
	}
	return out
}
