package substrate

import "math"

const (
	// washLPerM2 is how much cleaner solution a wash takes, rinse water not counted (practice).
	washLPerM2 = 0.5
	// cleanerPerL of solution, in mL: a US tablespoon to a US gallon, 1 to 256 by volume (practice; units exact).
	cleanerPerL = 1000.0 / 256
	leastWashL  = 1.0 // less cannot be worked from a bucket
	washStepL   = 0.5
)

// Dilution is a cleaner solution to be mixed.
type Dilution struct {
	WaterL    float64 // warm water, to the half litre
	CleanerML float64
}

// DilutionFor is what area m² of t takes; zero when t is no wash.
func (t Task) DilutionFor(area float64) Dilution {
	if t.WashLPerM2 == 0 {
		return Dilution{}
	}
	water := max(leastWashL, math.Ceil(t.WashLPerM2*area/washStepL)*washStepL)
	return Dilution{WaterL: water, CleanerML: water * cleanerPerL}
}
