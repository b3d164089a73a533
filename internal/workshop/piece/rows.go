package piece

import (
	"errors"

	"firmitas/core/climate"
	"firmitas/core/furniture"
	"firmitas/core/ledger"
	"firmitas/core/money"
	"firmitas/core/preparation"
	"firmitas/core/quantity"
	"firmitas/core/system"
	"firmitas/core/worklog"
	"firmitas/internal/store"
	"firmitas/internal/workshop/house"
	"firmitas/internal/workshop/record"
)

func fromExtraRows(rows []store.Extra) (out []ledger.Extra) {
	for _, r := range rows {
		e := ledger.Extra{Name: r.Name, Minutes: r.Minutes, Taken: r.Taken}
		e.Cost, _ = money.Read(r.Cost) // as they were written
		e.Price, _ = money.Read(r.Price)
		out = append(out, e)
	}
	return out
}

// OfRow is a stored piece with what stands of what was told of it.
func OfRow(row store.Piece) (Piece, error) {
	site := preparation.Site(row.Site.V)
	p := Piece{
		ID:        row.ID,
		Number:    row.Number,
		Version:   row.Version,
		CareToken: row.CareToken.String,
		LastCoat:  row.LastCoat.Time,
		Rests:     row.Rests.Time,
		Handed:    row.HandedOver.Time,
		JobOrder:  row.JobOrder.V,
		Extras:    fromExtraRows(row.Extras.V),
		Brief: Brief{
			Name:      row.Name,
			Kind:      row.Kind,
			Owner:     row.Owner,
			Alike:     row.Alike,
			Site:      site,
			History:   row.History,
			FromPiece: row.FromPiece.Int64,
			Start:     row.Start,
			Promised:  row.Promised.Time,
			Air:       climate.Air{TempC: row.TempC, RH: row.RH},
		},
	}
	if row.NightRH.Valid {
		p.Night = &climate.Air{TempC: row.NightTempC.Float64, RH: row.NightRH.Float64}
	}
	for _, part := range row.Parts.V {
		p.Parts = append(p.Parts, furniture.Part(part))
	}
	var err, err2 error
	p.Zones, err = fromZoneRows(row.Zones)
	p.Removed, err2 = fromZoneRows(row.Removed)
	events, err3 := record.Facts(row.Events)
	p.Standing = worklog.Standing(events)
	return p, errors.Join(err, err2, err3)
}

func fromZoneRows(rows []store.Zone) ([]Zone, error) {
	var out []Zone
	for _, z := range rows {
		zone := Zone{
			ID:         z.ID,
			Name:       z.Name,
			Face:       furniture.Face(z.Face),
			EndUse:     z.EndUse,
			Material:   z.Material,
			Look:       system.Look(z.Look),
			Sheen:      z.Sheen,
			AreaM2:     z.AreaM2,
			LengthM:    store.Pointer(z.LengthM),
			WidthM:     store.Pointer(z.WidthM),
			Measured:   fromMeasuredRows(z.Measured.V),
			Wants:      z.Wants.V,
			Inspection: z.Inspection.V,
		}
		for _, l := range z.Layers {
			product, err := record.Product(l.Product.V)
			if err != nil {
				return nil, err
			}
			zone.Layers = append(zone.Layers, system.Layer{Role: system.Role(l.Role), Product: product, Coats: l.Coats})
		}
		out = append(out, zone)
	}
	return out, nil
}

func fromMeasuredRows(rows []store.Measured) (out []quantity.Measured) {
	for _, m := range rows {
		out = append(out, quantity.Measured(m))
	}
	return out
}

func toMeasuredRows(all []quantity.Measured) store.JSON[[]store.Measured] {
	out := []store.Measured{}
	for _, m := range all {
		out = append(out, store.Measured(m))
	}
	return store.JSON[[]store.Measured]{V: out}
}

// ToRow is what was told of a piece as it is stored; it was checked before.
func ToRow(home house.Workshop, b Brief) store.Piece {
	row := store.Piece{
		WorkshopID: home.ID,
		Name:       b.Name,
		Kind:       b.Kind,
		Owner:      b.Owner,
		Alike:      b.Alike,
		Site:       store.JSON[store.Site]{V: store.Site(b.Site)},
		History:    b.History,
		FromPiece:  store.NullID(b.FromPiece),
		Start:      b.Start.UTC(),
		Promised:   store.NullTime(b.Promised),
		TempC:      b.Air.TempC,
		RH:         b.Air.RH,
	}
	if b.Night != nil {
		row.NightTempC, row.NightRH = store.NullFloat(&b.Night.TempC), store.NullFloat(&b.Night.RH)
	}
	row.Parts.V = []store.Part{}
	for _, part := range b.Parts {
		row.Parts.V = append(row.Parts.V, store.Part(part))
	}
	for _, told := range b.Zones {
		z, _ := told.asMeasured() // checked before
		row.Zones = append(row.Zones, store.Zone{
			ID:         z.ID,
			Name:       z.Name,
			Face:       string(z.Face),
			EndUse:     z.EndUse,
			Material:   z.Material,
			Look:       string(z.Look),
			Sheen:      z.Sheen,
			AreaM2:     z.AreaM2,
			LengthM:    store.NullFloat(z.LengthM),
			WidthM:     store.NullFloat(z.WidthM),
			Measured:   toMeasuredRows(z.Measured),
			Wants:      store.JSON[*store.Wants]{V: z.Wants},
			Inspection: store.JSON[*store.Inspection]{V: z.Inspection},
		})
	}
	return row
}
