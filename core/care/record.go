package care

import "time"

// RecordFormat names the open form of a finish record.
const RecordFormat = "firmitas-finish-record-1"

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
	Use         string        `json:"use"`
	Material    string        `json:"material"`
	VeneerMM    float64       `json:"veneerMm,omitempty"`
	AreaM2      float64       `json:"areaM2"`
	Found       string        `json:"found"`              // the old finish, in words
	FoundAge    string        `json:"foundAge,omitempty"` // by year, as told
	Lead        string        `json:"lead,omitempty"`     // what a test for lead showed
	Kept        bool          `json:"kept"`               // the old finish lies below ours
	Preparation []Done        `json:"preparation"`
	Layers      []LayerRecord `json:"layers"` // from the ground up; none = left as it was
	Dates       Dates         `json:"dates"`
	Tests       []Done        `json:"tests"`
	Repairs     []Done        `json:"repairs"`
	Patches     []string      `json:"patches"`
	Samples     []string      `json:"samples"`
	Slip        []string      `json:"slip"`
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
	Kind        string            `json:"kind"` // in plain words
	Family      string            `json:"family"`
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
		zones[i].Name, zones[i].Dates, zones[i].Kept = z.Name, z.Dates, z.OldBelow != ""
		zones[i].Use = lifeOf(z.EndUse, z.Place).Name
		zones[i].Patches, zones[i].Slip = list(z.Patches), list(z.Slip)
		zones[i].Layers = []LayerRecord{}
		for _, l := range z.Layers {
			kept := LayerRecord{
				Product: l.Product, Maker: l.Maker, Family: l.Family, Colour: l.Colour, Sheen: l.Sheen.String(),
				Kind: Message{ID: "kind." + l.finish().Kind}.In(Languages[0]), Coats: l.Coats, DryUM: l.DryUM,
				DissolvesIn: string(l.family().RedissolvesIn), States: l.Says, Laid: l.Laid,
			}
			if kept.States == nil {
				kept.States = map[string]string{}
			}
			if kept.Laid == nil {
				kept.Laid = []Laid{}
			}
			zones[i].Layers = append(zones[i].Layers, kept)
		}
	}
	if photos == nil {
		photos = []PhotoOf{}
	}
	return Record{
		RecordFormat, f.Title, f.Number, f.Workshop, f.Contact, f.HandedOver, zones, photos,
	}
}

func list(l []string) []string {
	if l == nil {
		return []string{}
	}
	return l
}
