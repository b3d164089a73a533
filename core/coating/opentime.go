package coating

import (
	_ "embed"
	"fmt"
	"strconv"
	"strings"

	"firmitas/core/climate"
	"firmitas/core/table"
)

// openTime is how long a class of coats can be levelled once it is on, or is left before it is wiped off. Basis:
// practice and estimate, the shorter end, at 50 % RH; a label wins.
type openTime struct {
	wipe    bool
	water   bool                         // it is longer in damp air, and shorter in dry
	minutes [len(openTimeTempsC)]float64 // at openTimeTempsC
}

var openTimeTempsC = [...]float64{10, 15, 20, 25, 30}

//go:embed opentimes.csv
var openTimesCSV []byte

var openTimes = mustParseOpenTimes(openTimesCSV)

// mustParseOpenTimes gives them by family.
func mustParseOpenTimes(file []byte) map[string]openTime {
	out := map[string]openTime{}
	for _, cell := range table.Must("opentimes.csv", file) {
		t := openTime{wipe: cell["wipe"] != "", water: cell["water"] != ""}
		for i, c := range openTimeTempsC {
			var err error
			if t.minutes[i], err = strconv.ParseFloat(cell[fmt.Sprintf("c%.0f", c)], 64); err != nil {
				panic(fmt.Sprintf("opentimes.csv, %s, %.0f °C: %v", cell["class"], c, err))
			}
		}
		for _, family := range strings.Fields(cell["families"]) {
			if _, twice := out[family]; twice || Families[family] == nil {
				panic(fmt.Sprintf("opentimes.csv, %s: family %q", cell["class"], family))
			}
			out[family] = t
		}
	}
	return out
}

// WipedOff tells whether what has not soaked in is wiped off again.
func (f *Family) WipedOff() bool { return openTimes[f.ID].wipe }

// What water-carried coats gain and lose by damp: half as long at the dry end, half as long again at the damp one.
const (
	dryRH, middleRH, dampRH = 30.0, 50.0, 70.0
	openByDamp              = 0.5
)

// OpenMin is the estimate of minutes in air in which a coat can still be levelled, or after which it is wiped off; 0
// where nobody counts them.
func (f *Family) OpenMin(air climate.Air) float64 {
	t, known := openTimes[f.ID]
	if !known {
		return 0
	}
	last := len(openTimeTempsC) - 1
	c := min(max(air.TempC, openTimeTempsC[0]), openTimeTempsC[last])
	i := 0
	for i < last-1 && c > openTimeTempsC[i+1] {
		i++
	}
	share := (c - openTimeTempsC[i]) / (openTimeTempsC[i+1] - openTimeTempsC[i])
	minutes := t.minutes[i] + share*(t.minutes[i+1]-t.minutes[i])
	if !t.water {
		return minutes
	}
	rh := min(max(air.RH, dryRH), dampRH)
	return minutes * (1 + openByDamp*(rh-middleRH)/(dampRH-middleRH))
}
