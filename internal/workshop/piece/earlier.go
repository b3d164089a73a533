package piece

import (
	"fmt"
	"strings"

	"firmitas/core/coating"
	"firmitas/core/quote"
	"firmitas/core/schedule"
	"firmitas/core/substrate"
	"firmitas/core/system"
	"firmitas/core/worklog"
	"firmitas/internal/problem"
	"firmitas/internal/store"
)

// OnIt are the layers that lie on a zone, as far as anybody told; what nobody told is taken as chosen.
func (p Piece) OnIt(z Zone) []system.Layer {
	layers, _ := p.Lies(z)
	return layers
}

// Lies is OnIt, and for each layer the coats of it that somebody told.
func (p Piece) Lies(z Zone) (out []system.Layer, laid [][]worklog.Event) {
	log := schedule.NewLog(p.Standing, p.Start)
	layers, names := schedule.AsLaid(z.ID, z.Layers, log)
	for _, l := range layers {
		lies := names[:l.Coats]
		names = names[l.Coats:]
		var told []worklog.Event
		for _, name := range lies {
			switch e := log.Coats[name]; e.Kind() {
			case worklog.CoatLeftOut:
				l.Coats--
			case worklog.CoatLaid:
				told = append(told, e)
			}
		}
		if l.Coats > 0 {
			out, laid = append(out, l), append(laid, told)
		}
	}
	return out, laid
}

// Story is what was told of a piece, and below it what we did to it ourselves. Where that is too long, the oldest goes.
func (p Piece) Story() string {
	lines := []string{p.History, fmt.Sprintf("Our own work, no. %s.", p.Number)}
	for _, z := range p.Zones {
		if len(z.Layers) == 0 {
			continue
		}
		lines = append(lines, z.told())
		for _, kind := range []worklog.Kind{worklog.SampleMade, worklog.PatchSeen} {
			for _, e := range worklog.Of(p.Standing, kind, z.ID) {
				lines = append(lines, fmt.Sprintf("%s, %s: %s", z.Name, kind, e.Text()))
			}
		}
	}
	story := []rune(strings.TrimSpace(strings.Join(lines, "\n")))
	if cut := len(story) - problem.LongestStory; cut > 0 {
		story = append([]rune("…"), story[cut+1:]...)
	}
	return string(story)
}

// told is what was put on a zone, in a sentence.
func (z Zone) told() string {
	text := z.Name + ": " + z.Coats()
	if in := z.Inspection; in != nil && in.Action == string(substrate.Keep) && substrate.FindFinish(in.Finish) != nil {
		text += ", over the old " + strings.ToLower(substrate.FindFinish(in.Finish).Name)
	}
	return text + "."
}

// Coats are the layers of its chosen system, in words.
func (z Zone) Coats() string {
	var out []string
	for _, l := range z.Layers {
		out = append(out, fmt.Sprintf("%s × %d", l.Product.Name, l.Coats))
	}
	return strings.Join(out, ", ")
}

// AsWeLeftIt is what an inspection would find of our own coats: their kind is known. Wax over a film counts as a film
// that has been waxed. What was known of the age and lead of an older finish below stays known.
func (z Zone) AsWeLeftIt() *store.Inspection {
	in := &store.Inspection{
		Condition: string(substrate.Intact),
		Age:       string(substrate.Later),
		Lead:      string(substrate.NotTested),
		Finish:    "bare",
	}
	if old := z.Inspection; old != nil && old.Action == string(substrate.Keep) {
		in.Age, in.Lead, in.VeneerMM = old.Age, old.Lead, old.VeneerMM
	}
	layers := z.Layers
	if n := len(layers); n > 1 && layers[n-1].Product.Family.Body == coating.Wax && covers(layers[n-2]) {
		in.Contaminations = []string{string(substrate.WaxPolish)}
		layers = layers[:n-1]
	}
	if left := substrate.LeftBy(layers[len(layers)-1].Product); left != "" {
		in.Finish = left
	}
	return in
}

func covers(l system.Layer) bool { return l.Product.Family.Body == coating.Film }

// CoatsOn is how many coats of a zone were told as laid or left out.
func (p Piece) CoatsOn(zone int64) (n int) {
	for at := range schedule.NewLog(p.Standing, p.Start).Coats {
		if at.Zone == zone {
			n++
		}
	}
	return n
}

// Old is what becomes of a zone's old finish, as a quote tells it.
func (z Zone) Old() string {
	if z.Inspection == nil || z.Inspection.Finish == "" || z.Inspection.Finish == "bare" {
		return ""
	}
	if substrate.Action(z.Inspection.Action) == substrate.Keep {
		return quote.OldKept
	}
	return quote.OldOff
}
