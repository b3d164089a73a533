package decoration

import (
	"errors"
	"math"
	"slices"
	"testing"

	"firmitas/core/coating"
)

type measures = map[string]float64

func fact(t *testing.T, l Layout, name string) float64 {
	t.Helper()
	i := slices.IndexFunc(l.Facts, func(f Fact) bool { return f.Name == name })
	if i < 0 {
		t.Fatalf("no %q among %v", name, l.Facts)
	}
	return l.Facts[i].Value
}

func layout(t *testing.T, kind string, m measures, shares ...Share) Layout {
	t.Helper()
	l, err := Find(kind).Measure(m, shares)
	if err != nil {
		t.Fatalf("%s: %v", kind, err)
	}
	return l
}

func near(t *testing.T, what string, got, want float64) {
	t.Helper()
	if math.Abs(got-want) > 1e-9 {
		t.Errorf("%s: %v, want %v", what, got, want)
	}
}

// Arithmetic, worked by hand.
func TestSums(t *testing.T) {
	stripes := layout(t, "stripes", measures{"lengthM": 1.2, "widthM": 0.63, "bandM": 0.1})
	near(t, "63 cm in bands of about 10: seven of 9", fact(t, stripes, "Each wide"), 0.09)
	near(t, "three of them painted", fact(t, stripes, "Stripes"), 3)
	near(t, "the middle one", stripes.Bands[1].FromM, 0.27)
	near(t, "tape at both edges of three", fact(t, stripes, "Tape"), 7.2)
	near(
		t,
		"five bands: the middle is bare",
		fact(t, layout(t, "stripes", measures{"lengthM": 1, "widthM": 0.5, "bandM": 0.1}),
			"From the centre to the nearest edge"),
		0.05,
	)

	border := layout(t, "stencil", measures{"lengthM": 1.8, "motifM": 0.22, "gapM": 0.03})
	near(t, "seven of 22 cm, 3 apart, on 180", fact(t, border, "In all"), 7)
	near(t, "and 4 cm left at each end", fact(t, border, "Margin at each end"), 0.04)
	near(t, "drawn apart they fill it", fact(t, border, "Gap that fills from end to end"), (1.8-7*0.22)/6)
	field := layout(t, "stencil", measures{"lengthM": 1, "widthM": 0.5, "motifM": 0.2, "motifWidthM": 0.1, "gapM": 0})
	near(t, "five by five", fact(t, field, "In all"), 25)
	near(t, "covers half a square metre", fact(t, field, "Covered"), 0.5)
	near(t, "overlapping by 2 cm, six fit",
		fact(t, layout(t, "stencil", measures{"lengthM": 1.1, "motifM": 0.2, "gapM": -0.02}), "In all"), 6)

	near(
		t,
		"80 mm leaf on a quarter square metre",
		fact(t, layout(t, "leaf", measures{"lengthM": 0.5, "widthM": 0.5, "motifM": 0.08}),
			"Leaves, with overlap and loss"),
		math.Ceil(0.25/(0.075*0.075)*1.1),
	)

	pour := layout(t, "resin", measures{"lengthM": 2, "widthM": 0.1, "depthM": 0.01}, Share{"blue", 3},
		Share{"white", 1})
	near(t, "2 L and a twentieth", fact(t, pour, "Mixed resin, edges and runs included"), 2.1)
	near(t, "three parts of four", fact(t, pour, "blue"), 1.575)

	frames := layout(t, "mouldings", measures{"lengthM": 0.6, "widthM": 0.4, "count": 2, "stockM": 2.4})
	near(t, "four metres for two frames", fact(t, frames, "Moulding in all"), 4)
	near(t, "from two sticks", fact(t, frames, "Sticks"), 2)
	whole := layout(t, "mouldings", measures{"lengthM": 2.4, "widthM": 0.4, "count": 1, "stockM": 2.4})
	near(t, "a side as long as the stick is one stick", fact(t, whole, "Sticks"), 3)
	if want := []float64{0.6, 0.6, 0.6, 0.6, 0.4, 0.4, 0.4, 0.4}; !slices.Equal(frames.Cuts, want) {
		t.Errorf("cuts %v", frames.Cuts)
	}
}

// Property: whatever is measured, bands lie inside their span, do not overlap but where that was asked, and mirror
// about the middle.
func TestBandsMirrorAboutTheMiddle(t *testing.T) {
	for i := range 400 {
		length := 0.3 + float64(i%37)*0.11
		motif, gap := 0.02+float64(i%11)*0.02, float64(i%5-1)*0.01
		for _, l := range []Layout{
			layout(t, "stencil", measures{"lengthM": length, "motifM": motif, "gapM": gap}),
			layout(t, "stripes", measures{"lengthM": 1, "widthM": length, "bandM": motif / 3}),
		} {
			n := len(l.Bands)
			for k, b := range l.Bands {
				if twin := l.Bands[n-1-k]; b.FromM < -1e-9 || b.ToM > length+1e-9 ||
					math.Abs(b.FromM+twin.ToM-length) > 1e-9 {
					t.Fatalf("%v: band %d of %d is %v", length, k, n, b)
				}
			}
		}
	}
}

func TestWhatCannotBeMeasuredIsNamed(t *testing.T) {
	for _, c := range []struct {
		kind  string
		m     measures
		wrong string
	}{
		{"stripes", measures{"lengthM": 1, "widthM": 0.2, "bandM": 0.1}, "bandM"},
		{"stripes", measures{"widthM": 0.2, "bandM": 0.01}, "lengthM"},
		{"stripes", measures{"lengthM": 1, "widthM": 40, "bandM": 0.001}, "bandM"},
		{"stencil", measures{"lengthM": 0.1, "motifM": 0.2}, "motifM"},
		{"stencil", measures{"lengthM": 1, "motifM": 0.2, "gapM": -0.2}, "gapM"},
		{"stencil", measures{"lengthM": 1, "motifM": 0.2, "gapM": math.NaN()}, "gapM"},
		{"stencil", measures{"lengthM": 1, "motifM": 0.2, "widthM": 0.1}, "motifWidthM"},
		{"stencil", measures{"lengthM": 50, "motifM": 0.0001}, "motifM"},
		{"leaf", measures{"lengthM": 1, "widthM": 1, "motifM": 0.004}, "motifM"},
		{"resin", measures{"lengthM": 1, "widthM": 1, "depthM": -1}, "depthM"},
		{"resin", measures{"lengthM": 1, "widthM": 1, "depthM": 0.04}, "depthM"},
		{"mouldings", measures{"lengthM": 3, "widthM": 1, "count": 1, "stockM": 2.4}, "stockM"},
		{"mouldings", measures{"lengthM": 1, "widthM": 1, "count": 1.5, "stockM": 2.4}, "count"},
		{"mouldings", measures{"lengthM": 100, "widthM": 1, "count": 1, "stockM": 2.4}, "lengthM"},
	} {
		_, err := Find(c.kind).Measure(c.m, nil)
		var wrong *Wrong
		if !errors.As(err, &wrong) || wrong.Measure != c.wrong || wrong.Why == "" {
			t.Errorf("%s %v: %v, want %s", c.kind, c.m, err, c.wrong)
		}
	}
	if _, err := Find("resin").Measure(measures{"lengthM": 1, "widthM": 1, "depthM": 0.01}, []Share{{"blue", 0}}); err == nil {
		t.Error("a share of nothing")
	}
}

// Every kind says all that a finisher asks, names families that there are, and stands in the order of its place.
func TestKindsAreWhole(t *testing.T) {
	last := -1
	for _, k := range Kinds {
		if k.Name == "" || k.How == "" || k.Waits == "" || k.Seal == "" || k.Effect == "" || Find(k.ID) != k {
			t.Errorf("%s is not whole", k.ID)
		}
		for _, id := range k.Families {
			if coating.Families[id] == nil {
				t.Errorf("%s is laid with %s, which there is not", k.ID, id)
			}
		}
		at := slices.Index(Places, k.Place)
		if at < last {
			t.Errorf("%s stands after a later place", k.ID)
		}
		last = at
	}
}
