package schedule

import (
	"fmt"
	"math"
	"slices"
	"time"

	"firmitas/core/drying"

	"firmitas/core/coating"
	"firmitas/core/system"
	"firmitas/core/worklog"
)

// AsLaid are a zone's layers with what was really laid in place of what was chosen, and what the log calls each of
// their coats, from the ground up.
func AsLaid(zone int64, chosen []system.Layer, log Log) (layers []system.Layer, coats []worklog.Coat) {
	coats = names(zone, chosen)
	for _, name := range coats {
		l := chosen[name.Layer]
		l.Coats = 1
		if told := log.Coats[name]; told.Kind() == worklog.CoatLaid && told.Laid().Instead != nil {
			l.Product = told.Laid().Instead
		}
		if n := len(layers); n > 0 && name.N > 1 && same(layers[n-1].Product, l.Product) {
			layers[n-1].Coats++
			continue
		}
		layers = append(layers, l)
	}
	return layers, coats
}

// stuck is why nothing more is planned on a zone on which other coats lie than were chosen; "" where the rest holds on
// what lies there.
func (z Zone) stuck(log Log) string {
	instead := slices.ContainsFunc(z.Coats, func(c worklog.Coat) bool { return log.Coats[c].Laid().Instead != nil })
	if !instead || z.System.Legal() {
		return ""
	}
	return "What lies there is not what was chosen, and the rest does not hold on it. " + z.System.WhyIllegal() +
		" Choose anew what follows, beginning with the coats that lie there."
}

// names are what the log calls each coat of a zone's chosen layers.
func names(zone int64, chosen []system.Layer) []worklog.Coat {
	var out []worklog.Coat
	for i, l := range chosen {
		for n := range l.Coats {
			out = append(out, worklog.Coat{Zone: zone, Layer: i, N: n + 1})
		}
	}
	return out
}

// sessions are the coats of a zone, each under the name that the log has for it.
func (z Zone) sessions(w system.Wish, in judged, alike int) []session {
	s := in.air(w.Air)
	out := sessionsFor(w, in, z.AreaM2*float64(alike))
	coats := z.Coats
	if coats == nil {
		coats = names(z.ID, s.Layers)
	}
	of := map[int]int{} // coats of each chosen layer
	for _, c := range coats {
		of[c.Layer]++
	}
	for i := range out {
		c := &out[i].coat
		c.name = coats[i]
		c.Layer, c.Coat, c.Of = coats[i].Layer, coats[i].N, of[coats[i].Layer]
		c.Kin.Face = string(z.Face)
		if c.Of > 1 && w.DecorOf(s.Layers[c.at.Layer]) == nil {
			out[i].title = fmt.Sprintf("%s, coat %d of %d", c.Product.Name, c.Coat, c.Of)
		}
	}
	return out
}

// Film beyond which it tells, against the label's (practice).
const (
	tooThick, tooThin = 1.3, 0.7
	mostSlower        = 9.0
)

// built lets a coat that went on thick take longer at everything: what leaves a film has to come up through it, so that
// its time goes with the square of its thickness (diffusion; value from memory). Thin ones are given no less than the
// label's time, and no window stays open longer.
func (s *session) built(how worklog.Laying) {
	ratio, known := how.Ratio(s.coat.WetUM, s.coat.Litres)
	if !known || ratio <= tooThick {
		return
	}
	s.thick = ratio
	for _, w := range []*drying.Wait{&s.wait, &s.touchDry, &s.lightUse, &s.fullCure} {
		if w.In != nil {
			*w = w.Slowed(slower(ratio))
		}
	}
}

// slower is how many times as long a coat takes that is so many times as thick.
func slower(ratio float64) float64 { return min(mostSlower, ratio*ratio) }

// thickNote tells of a coat that went on thick; "" where it did not.
func (s session) thickNote() string {
	if s.thick == 0 {
		return ""
	}
	return fmt.Sprintf("%s went on about %.1f times as thick as its label means: it is given %.1f times as long (estimate).",
		s.title, s.thick, math.Round(slower(s.thick)*10)/10)
}

// theRest is what is left of a coat that only part of the zone has. The dry edge of the first part shows where a wet
// one meets it, so it ends at a natural line.
func (s *session) theRest(told worklog.Event) {
	left := 1 - told.Laid().Share
	for i := range s.tasks {
		s.tasks[i].Minutes *= left
	}
	s.title += ", the rest"
	s.tasks = append(s.tasks, Task{"Begin at an edge or a joint: where it meets the dry part in the open, the line shows", 0})
	s.coat.Litres *= left
	s.coat.Kin.M2 *= left
	s.coat.Partly = &told
}

// potLeft is when a pot that was mixed goes off, in the air where it stands.
func potLeft(p *coating.Product, mixed time.Time, tempC float64) time.Time {
	return mixed.Add(drying.AtMost(p.PotLifeAt(tempC)))
}
