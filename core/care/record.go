package care

import "time"

// RecordFormat names the open form of a finish record.
const RecordFormat = "firmitas-finish-record-2"

// Record is what whoever works on the piece in twenty years will want to know. It tells nothing of price or owner.
type Record struct {
	Format     string       `json:"format"`
	Title      string       `json:"title"`
	Number     string       `json:"number"`
	Workshop   string       `json:"workshop"`
	Contact    string       `json:"contact"`
	HandedOver time.Time    `json:"handedOver"`
	Zones      []ZoneRecord `json:"zones"`
	Photos     []PhotoOf    `json:"photos"`
}

// ZoneRecord is one zone: what was there, what was done to it, and every layer.
type ZoneRecord struct {
	Name        string        `json:"name"`
	Use         string        `json:"use"` // an end use, by id
	Place       string        `json:"place,omitempty"`
	Material    string        `json:"material"` // by id
	VeneerMM    float64       `json:"veneerMm,omitempty"`
	AreaM2      float64       `json:"areaM2"`
	Found       string        `json:"found"`              // the old finish by id; "bare" = nothing on it
	FoundAge    string        `json:"foundAge,omitempty"` // by year, as told
	Lead        string        `json:"lead,omitempty"`     // what a test for lead showed
	Kept        bool          `json:"kept"`               // the old finish lies below ours
	Preparation []Done        `json:"preparation"`
	Layers      []LayerRecord `json:"layers"` // from the ground up; none = left as it was
	Dates       RecordDates   `json:"dates"`
	Tests       []Done        `json:"tests"`
	Repairs     []Done        `json:"repairs"`
	Patches     []string      `json:"patches"`
	Samples     []string      `json:"samples"`
	Slip        []string      `json:"slip"`
}

// RecordDates are the days from which a zone may be moved, lightly used, used, and has hardened (2006-01-02); outdoors
// that on which rain may reach it.
type RecordDates struct {
	Move     string `json:"move,omitempty"`
	Light    string `json:"light,omitempty"`
	Ordinary string `json:"ordinary,omitempty"`
	Hard     string `json:"hard,omitempty"`
	Rain     string `json:"rain,omitempty"`
}

// Done is something that was done, and when.
type Done struct {
	What string    `json:"what"`
	At   time.Time `json:"at"`
}

// LayerRecord is one layer with its coats.
type LayerRecord struct {
	Product     string            `json:"product"`
	Maker       string            `json:"maker"`
	Family      string            `json:"family"` // by id
	Colour      string            `json:"colour"`
	Sheen       string            `json:"sheen"`
	Coats       int               `json:"coats"`
	DryUM       float64           `json:"dryUm,omitempty"` // of the layer, as its label means it
	DissolvesIn string            `json:"dissolvesIn,omitempty"`
	States      map[string]string `json:"states"`
	Laid        []Laid            `json:"laid"` // as far as somebody told
}

// PhotoOf is a photo that the finisher chose to go with the card.
type PhotoOf struct {
	ID     int64     `json:"id"`
	Moment string    `json:"moment"`
	Taken  time.Time `json:"taken"`
}

// RecordOf fills in what a card's facts hold already.
func (f Facts) RecordOf(zones []ZoneRecord, photos []PhotoOf) Record {
	for i, z := range f.Zones {
		zones[i].Name, zones[i].Dates, zones[i].Kept = z.Name, f.recordDates(z), z.OldBelow != ""
		zones[i].Use, zones[i].Place, zones[i].Material = z.EndUse, z.Place, z.Material
		zones[i].Patches, zones[i].Slip = list(z.Patches), list(z.Slip)
		zones[i].Layers = []LayerRecord{}
		for _, l := range z.Layers {
			kept := LayerRecord{
				Product: l.Product, Maker: l.Maker, Family: l.Family, Colour: l.Colour, Sheen: l.Sheen.String(),
				Coats: l.Coats, DryUM: l.DryUM, DissolvesIn: string(l.family().RedissolvesIn), States: l.Says,
				Laid: f.laidHere(l.Laid),
			}
			if kept.States == nil {
				kept.States = map[string]string{}
			}
			zones[i].Layers = append(zones[i].Layers, kept)
		}
	}
	for i := range zones {
		for _, done := range [][]Done{zones[i].Preparation, zones[i].Tests, zones[i].Repairs} {
			for k := range done {
				done[k].At = done[k].At.In(f.at())
			}
		}
	}
	photos = append([]PhotoOf{}, photos...)
	for i := range photos {
		photos[i].Taken = photos[i].Taken.In(f.at())
	}
	return Record{
		RecordFormat, f.Title, f.Number, f.Workshop, f.Contact, f.HandedOver.In(f.at()), zones, photos,
	}
}

// laidHere are coats with their times as the workshop's clock had them.
func (f Facts) laidHere(laid []Laid) []Laid {
	out := append([]Laid{}, laid...)
	for i := range out {
		out[i].At = out[i].At.In(f.at())
	}
	return out
}

func (f Facts) recordDates(z Zone) RecordDates {
	text := func(t time.Time) string {
		if t.IsZero() {
			return ""
		}
		return t.Format(time.DateOnly)
	}
	d := z.Dates.Days(f.at())
	out := RecordDates{Move: text(d.Move), Light: text(d.Light), Ordinary: text(d.Ordinary), Hard: text(d.Hard)}
	if lifeOf(z.EndUse, z.Place).Outdoors() {
		out.Rain = text(d.Rain)
	}
	return out
}

func list(l []string) []string {
	if l == nil {
		return []string{}
	}
	return l
}
