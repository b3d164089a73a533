package coating

import (
	"math"
	"strings"
	"testing"
	"time"

	"firmitas/core/money"
)

// Units: NIST Handbook 44, appendix C.
func TestWhatIsLeftOfATin(t *testing.T) {
	for _, c := range []struct {
		size, left string
		density    float64
		litres     float64
		says       string
	}{
		{"2.5 L", "", 0, 2.5, ""},
		{"2.5 L", "40 %", 0, 1, ""},
		{"1 qt", "0.5 qt", 0, 0.4732, ""},
		{"750 mL", "300 mL", 0, 0.3, ""},
		{"2,5", "1,2", 0, 1.2, ""},
		{"2.5 L", "1.3 kg", 1.3, 1, ""},
		{"400 g", "", 0.8, 0.5, ""},
		{"1 lb", "0,2 kg", 0.85, 0.2353, ""},
		{"16 oz", "50 %", 0.85, 0.2668, ""},
		{"16 fl oz", "", 0.85, 0.4732, ""},
		{"2.5 L", "1.3 kg", 0, 0, "needs the density"},
		{"1 L", "1.5 L", 0, 0, "more than the 1 L"},
		{"1 L", "120 %", 0, 0, "no unit known"},
		{"1 L", "some", 0, 0, "begin with a number"},
	} {
		size, err := ReadSize(c.size, c.density)
		if err != nil {
			t.Fatal(err)
		}
		left, err := ReadLeft(c.left, size, c.density)
		if c.says != "" && (err == nil || !strings.Contains(err.Error(), c.says)) {
			t.Errorf("%s of %s: error %v, want one that says %q", c.left, c.size, err, c.says)
		}
		if c.says == "" && (err != nil || math.Abs(left-c.litres) > 0.001) {
			t.Errorf("%s of %s: %v L, %v; want %v", c.left, c.size, left, err, c.litres)
		}
	}
	for words, density := range map[string]float64{"a big one": 0.85, "400 g": 0, "12 kgs": 0.85} {
		if l, err := ReadSize(words, density); err == nil {
			t.Errorf("took %q at %v kg/L as %v L", words, density, l)
		}
	}
}

// Practice: what the dates on a tin, the air in it and the time since it was opened should tell.
func TestTinsWarn(t *testing.T) {
	today := time.Date(2026, 3, 1, 0, 0, 0, 0, time.UTC)
	ago := func(months int) time.Time { return today.AddDate(0, -months, 0) }
	for _, c := range []struct {
		family string
		tin    Tin
		says   string
	}{
		{"clear_wb_pu", Tin{SizeL: 1, LeftL: 1, BestBefore: ago(2)}, "Past its best-before"},
		{"clear_wb_pu", Tin{SizeL: 1, LeftL: 1, BestBefore: today.AddDate(0, 0, 10)}, "Best before 11 March 2026"},
		{"clear_wb_pu", Tin{SizeL: 1, LeftL: 1, BestBefore: today.AddDate(1, 0, 0)}, ""},
		{"shellac_dewaxed", Tin{SizeL: 1, LeftL: 1, Opened: ago(8)}, "Open for longer than about 6 months"},
		{"shellac_dewaxed", Tin{SizeL: 1, LeftL: 1, Opened: ago(3)}, ""},
		{"varnish_oil_pu", Tin{SizeL: 1, LeftL: 0.3, Opened: ago(1)}, "skins over"},
		{"clear_wb_pu", Tin{SizeL: 1, LeftL: 0.3, Opened: ago(1)}, ""},
		{"varnish_oil_pu", Tin{SizeL: 1, LeftL: 0.36, Opened: ago(1)}, ""}, // a third full is the least (practice)
		{"clear_wb_pu", Tin{SizeL: 1, LeftL: 0.05, Opened: ago(1)}, "Nearly empty"},
		{"clear_wb_pu", Tin{SizeL: 1, LeftL: 0.11, Opened: ago(1)}, ""},                              // a tenth
		{"clear_wb_pu", Tin{SizeL: 1, LeftL: 1, BestBefore: today.AddDate(0, 0, 29)}, "Best before"}, // within a month
		{"clear_wb_pu", Tin{SizeL: 1, LeftL: 1, BestBefore: today.AddDate(0, 0, 32)}, ""},
	} {
		got := strings.Join(product(t, c.family, nil).Warnings(c.tin, today), " ")
		if !strings.Contains(got, c.says) || (c.says == "") != (got == "") {
			t.Errorf("%s %+v: %q, want %q", c.family, c.tin, got, c.says)
		}
	}
}

// By hand: 24.50 for 750 mL are 32.67 a litre, 62 for 2.5 L are 24.80; 9.90 for 400 g at 0.8 kg/L, half a litre, are 19.80.
func TestSizesThatAreSold(t *testing.T) {
	for words, want := range map[string]struct {
		sizes []float64
		perL  string
	}{
		"750 mL 24.50; 2.5 L 62": {[]float64{0.75, 2.5}, "32.67"},
		"2,5 L 62,00;":           {[]float64{2.5}, "24.80"},
		"400 g 9,90":             {[]float64{0.5}, "19.80"},
		"100 L 1.240,00; 50 L":   {[]float64{100, 50}, "12.40"},
		"100 L 1 240,00 €":       {[]float64{100}, "12.40"},
		"100 L $1,240.00":        {[]float64{100}, "12.40"},
		"100 L 1'240.00 CHF":     {[]float64{100}, "12.40"},
		"1 L; 5 L":               {[]float64{1, 5}, "0.00"},
		"":                       {nil, "0.00"},
	} {
		sold, err := ReadSold(words, 0.8)
		perL, _ := DearestPerL(sold)
		if err != nil || len(sold) != len(want.sizes) || money.Text(perL) != want.perL {
			t.Errorf("%q: %+v at %s a litre, %v", words, sold, money.Text(perL), err)
			continue
		}
		for i, s := range sold {
			if math.Abs(s.SizeL-want.sizes[i]) > 1e-9 {
				t.Errorf("%q: %v", words, s.SizeL)
			}
		}
	}
	for _, words := range []string{"large", "large 12", "1 L free", "1 L -3", "1 L 0", "24.50 for 1 L"} {
		if sold, err := ReadSold(words, 0); err == nil {
			t.Errorf("took %q as %+v", words, sold)
		}
	}
}
