package choosing

import (
	"context"
	"fmt"
	"slices"

	"firmitas/core/coating"
	"firmitas/core/schedule"
	"firmitas/core/system"
	"firmitas/internal/problem"
	"firmitas/internal/store"
	"firmitas/internal/workshop/house"
	"firmitas/internal/workshop/piece"
	"firmitas/internal/workshop/record"
)

// LayerChoice is one layer as picked by the finisher.
type LayerChoice struct {
	Role      system.Role
	ProductID int64
	Coats     int
}

const mostCoats = 12

// ChooseSystem judges the layers picked for a zone again and stores them. An illegal system is Refused with its reason.
func (s *Service) ChooseSystem(
	ctx context.Context, id, zoneID int64, version int, picked []LayerChoice,
) (piece.Piece, error) {
	return house.Deciding(ctx, s.house, id, func(ctx context.Context) (piece.Piece, error) {
		home, err := s.house.Home(ctx)
		if err != nil {
			return piece.Piece{}, err
		}
		row, err := s.store.Piece(ctx, home.ID, id)
		if err != nil {
			return piece.Piece{}, err
		}
		if row.HandedOver.Valid {
			return piece.Piece{}, piece.ErrHandedOver
		}
		p, err := piece.OfRow(row)
		if err != nil {
			return p, err
		}
		at := slices.IndexFunc(p.Zones, func(z piece.Zone) bool { return z.ID == zoneID })
		if at < 0 {
			return p, store.ErrNotFound
		}
		shelf, err := s.shelf.Answers(ctx, home)
		if err != nil {
			return p, err
		}
		layers, err := layersFrom(picked, shelf)
		if err != nil {
			return p, err
		}
		brief, err := p.Checked(home, p.Start, true)
		if err != nil {
			return p, err
		}
		if judged := system.Assess(brief.Zones[at].Wish, layers); !judged.Legal() {
			return p, problem.Refuse("This system cannot be planned: " + judged.WhyIllegal())
		}
		if n := p.CoatsOn(zoneID); n > 0 {
			log := schedule.NewLog(p.Standing, p.Start)
			lies, _ := schedule.AsLaid(zoneID, p.Zones[at].Layers, log)
			if !begins(layers, lies, n) {
				return p, problem.Refuse(fmt.Sprintf(
					"%d coats of %s lie on %s already: another system has to begin with them.",
					n, piece.Zone{Layers: lies}.Coats(), p.Zones[at].Name,
				))
			}
			layers = follow(p.Zones[at].Layers, layers, n)
		}
		row.Version = version
		rows := make([]store.Layer, len(layers))
		for i, l := range layers {
			rows[i] = store.Layer{
				Role:    string(l.Role),
				Coats:   l.Coats,
				Product: store.JSON[store.Product]{V: record.ProductRow(l.Product)},
			}
		}
		if err := s.store.ReplaceLayers(ctx, row, zoneID, rows); err != nil {
			return p, err
		}
		return s.calendar.Saved(ctx, id)
	})
}

func layersFrom(picked []LayerChoice, shelf []*coating.Product) ([]system.Layer, error) {
	byID := map[int64]*coating.Product{}
	for _, p := range shelf {
		byID[p.ID] = p
	}
	var c problem.Check
	c.That(len(picked) > 0, "/layers", "A system has at least one layer.")
	var out []system.Layer
	for i, l := range picked {
		c.That(byID[l.ProductID] != nil, fmt.Sprintf("/layers/%d/productId", i), "No product %d is on the shelf.",
			l.ProductID)
		c.That(l.Coats >= 1 && l.Coats <= mostCoats, fmt.Sprintf("/layers/%d/coats", i), "Between 1 and %d coats.",
			mostCoats)
		out = append(out, system.Layer{Role: l.Role, Product: byID[l.ProductID], Coats: l.Coats})
	}
	return out, c.Err()
}

// begins tells whether layers begin with the first n coats of others.
func begins(layers, others []system.Layer, n int) bool {
	flat := func(layers []system.Layer) (out []int64) {
		for _, l := range layers {
			out = append(out, slices.Repeat([]int64{l.Product.ID}, l.Coats)...)
		}
		return out
	}
	was, now := flat(others), flat(layers)
	return len(now) >= n && slices.Equal(was[:n], now[:n])
}

// follow are the first n coats of the layers that were chosen before, under the names that the log has for them, and
// what other layers have after as many.
func follow(before, layers []system.Layer, n int) []system.Layer {
	out := upTo(before, n)
	for _, l := range layers {
		skipped := min(n, l.Coats)
		n -= skipped
		if l.Coats -= skipped; l.Coats == 0 {
			continue
		}
		last := len(out) - 1
		goesOn := out[last].Product.ID == l.Product.ID && out[last].Role == l.Role
		if goesOn {
			out[last].Coats += l.Coats
			continue
		}
		out = append(out, l)
	}
	return out
}

// upTo are the first n coats of some layers.
func upTo(layers []system.Layer, n int) []system.Layer {
	var out []system.Layer
	for _, l := range layers {
		if n == 0 {
			break
		}
		l.Coats = min(l.Coats, n)
		n -= l.Coats
		out = append(out, l)
	}
	return out
}
