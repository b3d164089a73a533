package httpapi

import (
	"bytes"
	"cmp"
	"context"
	"crypto/sha256"
	"database/sql"
	"io"
	"slices"
	"time"

	openapi_types "github.com/oapi-codegen/runtime/types"

	"firmitas/api"
	"firmitas/core/coating"
	"firmitas/core/compat"
	"firmitas/core/money"
	"firmitas/core/substrate"
	"firmitas/internal/document"
	"firmitas/internal/store"
	"firmitas/internal/workshop/shelf"
)

func (h *handlers) GetProducts(
	ctx context.Context, _ api.GetProductsRequestObject,
) (api.GetProductsResponseObject, error) {
	shelf, err := h.rooms.Shelf.Shelf(ctx)
	return api.GetProducts200JSONResponse(each(shelf, toProduct)), err
}

func (h *handlers) GetProduct(
	ctx context.Context, r api.GetProductRequestObject,
) (api.GetProductResponseObject, error) {
	page, err := h.rooms.Shelf.ProductPage(ctx, r.ID)
	if err != nil {
		return nil, err
	}
	return api.GetProduct200JSONResponse{
		Product: toProduct(page.Product),
		Tins:    each(page.Product.Tins, toTin),
		Notes:   each(page.Notes, toNote),
		Faults:  each(page.Faults, toProductFault),
		Boards:  each(page.Boards, toBoard),
		Moves:   each(page.Moves, toTinMove),
		Covered: each(page.Covered, toCovered),
	}, nil
}

func toTinMove(m shelf.TinMove) api.TinMove {
	out := api.TinMove{
		ID: m.ID, At: m.At.UTC(), Who: m.Who, Words: m.Words, TinID: m.Tin(),
		PieceID: told(m.PieceID), Piece: told(m.Piece), Litres: told(m.Laid().Litres),
	}
	if !m.Amount().IsZero() {
		out.Amount = told(money.Text(m.Amount()))
	}
	return out
}

func (h *handlers) CreateProduct(
	ctx context.Context, r api.CreateProductRequestObject,
) (api.CreateProductResponseObject, error) {
	return once(
		ctx,
		h,
		r.Params.IdempotencyKey,
		r,
		func(ctx context.Context) (api.CreateProduct201JSONResponse, error) {
			out, err := h.rooms.Shelf.AddProduct(ctx, fromProductInput(*r.Body))
			if err != nil {
				return api.CreateProduct201JSONResponse{}, err
			}
			return api.CreateProduct201JSONResponse(toProduct(out)), nil
		},
	)
}

func (h *handlers) ReadProduct(
	_ context.Context, r api.ReadProductRequestObject,
) (api.ReadProductResponseObject, error) {
	p, err := shelf.ReadProduct(fromProductInput(*r.Body))
	if err != nil {
		return nil, err
	}
	return api.ReadProduct200JSONResponse(toProduct(p)), nil
}

func (h *handlers) UpdateProduct(
	ctx context.Context, r api.UpdateProductRequestObject,
) (api.UpdateProductResponseObject, error) {
	return once(
		ctx,
		h,
		r.Params.IdempotencyKey,
		r,
		func(ctx context.Context) (api.UpdateProduct200JSONResponse, error) {
			out, err := h.rooms.Shelf.UpdateProduct(ctx, r.ID, r.Body.Version, fromProductInput(r.Body.Product),
				r.Body.Retired)
			if err != nil {
				return api.UpdateProduct200JSONResponse{}, err
			}
			return api.UpdateProduct200JSONResponse(toProduct(out)), nil
		},
	)
}

func fromProductInput(in api.ProductInput) document.Product {
	d := document.Product{
		Name:       in.Name,
		Maker:      in.Maker,
		Family:     in.Family,
		Colour:     in.Colour,
		Shade:      in.Shade,
		Sheen:      in.Sheen,
		Label:      in.Label,
		Statements: map[string]coating.Statement{},
		Facts: coating.Facts{
			Tools:    in.Facts.Tools,
			Thinner:  in.Facts.Thinner,
			CleanUp:  in.Facts.CleanUp,
			Hazards:  in.Facts.Hazards,
			VOCBasis: coating.VOCBasis(in.Facts.VocBasis),
			Depth:    coating.Depth(in.Facts.Depth),
			Hue:      coating.Hue(in.Facts.Hue),
			SoldIn:   in.Facts.SoldIn,
		},
	}
	for kind, said := range in.Statements {
		d.Statements[kind] = coating.Statement(said)
	}
	for _, pair := range in.Pairings {
		d.Pairings = append(d.Pairings,
			coating.Pairing{Over: pair.Over, What: pair.What, May: pair.May, Sense: pair.Sense, Source: pair.Source})
	}
	return d
}

func toProductInput(p *coating.Product) api.ProductInput {
	out := api.ProductInput{
		Name:       p.Name,
		Maker:      p.Maker,
		Family:     p.Family.ID,
		Colour:     p.Colour,
		Shade:      string(p.Shade),
		Sheen:      p.Sheen.String(),
		Label:      map[string]string{},
		Statements: map[string]api.Statement{},
		Facts:      toFacts(p.Facts),
		Pairings: each(p.Pairings, func(pair coating.Pairing) api.Pairing {
			return api.Pairing{Over: pair.Over, What: pair.What, May: pair.May, Sense: pair.Sense, Source: pair.Source}
		}),
	}
	for field, words := range p.Label {
		out.Label[field] = words
	}
	for kind, said := range p.Statements {
		out.Statements[kind] = api.Statement(said)
	}
	return out
}

func toFacts(f coating.Facts) api.Facts {
	return api.Facts{
		Tools:    f.Tools,
		Thinner:  f.Thinner,
		CleanUp:  f.CleanUp,
		Hazards:  f.Hazards,
		VocBasis: api.FactsVocBasis(f.VOCBasis),
		Depth:    api.Depth(f.Depth),
		Hue:      api.Hue(f.Hue),
		SoldIn:   f.SoldIn,
	}
}

func toProduct(p shelf.Product) api.Product {
	out := api.Product{
		Ref:        toRef(p.Product),
		Input:      toProductInput(p.Product),
		Version:    p.Version,
		Retired:    p.Retired,
		Groups:     each(p.Family.Groups, as[coating.Group]),
		Carrier:    string(p.Family.Carrier),
		Notes:      p.Family.Notes,
		DryUm:      p.DryUM(),
		Values:     sheetValues(p.Product),
		Facts:      toFacts(p.AllFacts()),
		Statements: []string{},
		LeftL:      p.LeftL(),
		Warnings:   []string{},
		NeverAgain: p.NeverAgain,
		Cautions:   each(p.Cautions(), func(c coating.Caution) string { return c.Text }),
	}
	for _, kind := range coating.StatementKinds {
		if said := p.Statements[kind.ID]; said.Sense != "" {
			out.Statements = append(out.Statements, kind.Name+": "+said.Sense)
		}
	}
	for _, t := range p.Tins {
		out.Warnings = append(out.Warnings, t.Warnings...)
	}
	return out
}

// sheetValues are the sheet's fields worth showing: those that say something.
func sheetValues(p *coating.Product) []api.SheetValue {
	out := []api.SheetValue{}
	for i := range coating.Fields {
		f := &coating.Fields[i]
		typed, said := p.Label[f.Name]
		v := *f.Of(&p.Sheet)
		if v == 0 && !said {
			continue
		}
		value := api.SheetValue{
			Field: f.Name,
			Title: f.Title,
			Unit:  f.Unit(),
			Value: v,
			Basis: api.Basis(p.Basis(f.Name)),
		}
		if late := *f.Of(&p.Late); late != 0 {
			value.Late = &late
		}
		if said {
			value.Typed = &typed
		}
		out = append(out, value)
	}
	return slices.Clip(out)
}

func toFamily(f *coating.Family) api.Family {
	typical := &coating.Product{Family: f, Sheet: f.Typical}
	return api.Family{
		ID:      f.ID,
		Name:    f.Name,
		Groups:  each(f.Groups, as[coating.Group]),
		Carrier: string(f.Carrier),
		Notes:   f.Notes,
		Values:  sheetValues(typical),
		Facts:   toFacts(f.TypicalFacts()),
		Sheens:  each(f.Sheens, func(s coating.Sheen) string { return s.String() }),
	}
}

func date(t time.Time) *openapi_types.Date {
	if t.IsZero() {
		return nil
	}
	return &openapi_types.Date{Time: t}
}

func toTin(t shelf.Tin) api.Tin {
	return api.Tin{
		ID:       t.Row.ID,
		Version:  t.Row.Version,
		SizeL:    t.SizeL,
		LeftL:    t.LeftL,
		Warnings: append([]string{}, t.Warnings...),
		Input: api.TinInput{
			Size:       t.Row.Size,
			Price:      t.Row.Price.String,
			Lot:        t.Row.Lot,
			Left:       t.Row.Left,
			OpenedOn:   date(t.Row.Opened.Time),
			BestBefore: date(t.Row.BestBefore.Time),
		},
	}
}

func fromTinInput(in api.TinInput) shelf.TinDraft {
	d := shelf.TinDraft{Size: in.Size, Price: in.Price, Lot: in.Lot, Left: in.Left}
	if in.OpenedOn != nil {
		d.Opened = in.OpenedOn.Time
	}
	if in.BestBefore != nil {
		d.BestBefore = in.BestBefore.Time
	}
	return d
}

func (h *handlers) AddTin(ctx context.Context, r api.AddTinRequestObject) (api.AddTinResponseObject, error) {
	return once(ctx, h, r.Params.IdempotencyKey, r, func(ctx context.Context) (api.AddTin201JSONResponse, error) {
		out, err := h.rooms.Shelf.AddTin(ctx, r.ID, fromTinInput(*r.Body))
		if err != nil {
			return api.AddTin201JSONResponse{}, err
		}
		return api.AddTin201JSONResponse(toTin(out)), nil
	})
}

func (h *handlers) UpdateTin(ctx context.Context, r api.UpdateTinRequestObject) (api.UpdateTinResponseObject, error) {
	return once(ctx, h, r.Params.IdempotencyKey, r, func(ctx context.Context) (api.UpdateTin200JSONResponse, error) {
		out, err := h.rooms.Shelf.UpdateTin(ctx, r.ID, r.Body.Version, fromTinInput(r.Body.Tin))
		if err != nil {
			return api.UpdateTin200JSONResponse{}, err
		}
		return api.UpdateTin200JSONResponse(toTin(out)), nil
	})
}

func (h *handlers) DeleteTin(ctx context.Context, r api.DeleteTinRequestObject) (api.DeleteTinResponseObject, error) {
	return onceGone[api.DeleteTin204Response](ctx, h, r.Params.IdempotencyKey, r, func(ctx context.Context) error {
		return h.rooms.Shelf.RemoveTin(ctx, r.ID, r.Params.Version, string(r.Params.Why))
	})
}

func toNote(n store.Note) api.Note {
	return api.Note{ID: n.ID, Version: n.Version, At: n.At.UTC(), Text: n.Text, NeverAgain: n.NeverAgain}
}

func (h *handlers) AddNote(ctx context.Context, r api.AddNoteRequestObject) (api.AddNoteResponseObject, error) {
	return once(ctx, h, r.Params.IdempotencyKey, r, func(ctx context.Context) (api.AddNote201JSONResponse, error) {
		out, err := h.rooms.Shelf.AddNote(ctx, r.ID, r.Body.Text, r.Body.NeverAgain)
		if err != nil {
			return api.AddNote201JSONResponse{}, err
		}
		return api.AddNote201JSONResponse(toNote(out)), nil
	})
}

func (h *handlers) DeleteNote(
	ctx context.Context, r api.DeleteNoteRequestObject,
) (api.DeleteNoteResponseObject, error) {
	return onceGone[api.DeleteNote204Response](ctx, h, r.Params.IdempotencyKey, r, func(ctx context.Context) error {
		return h.rooms.Shelf.RemoveNote(ctx, r.ID, r.Params.Version)
	})
}

// boardGround is what a board had below its coat, in words.
func boardGround(b store.Board) string {
	if f := substrate.FindFinish(b.OldFinish); f != nil {
		return f.Name + ", old"
	}
	return cmp.Or(b.GroundName, "the bare material")
}

func toBoard(b store.Board) api.Board {
	return api.Board{
		ID:        b.ID,
		Version:   b.Version,
		Ground:    boardGround(b),
		Coat:      b.CoatName,
		D3359:     compat.D3359(b.CrossCut),
		FlakedPct: compat.FlakedPct[b.CrossCut],
		HasPhoto:  b.HasPhoto,
		Input: api.BoardInput{
			GroundID:   b.Ground.V,
			CoatID:     b.Coat,
			Material:   b.Material,
			OldFinish:  b.OldFinish,
			CrossCut:   b.CrossCut,
			SolventRub: api.BoardInputSolventRub(b.SolventRub),
			WaterDrop:  api.BoardInputWaterDrop(b.WaterDrop),
			Passed:     b.Passed,
			Who:        b.Who,
			MadeOn:     openapi_types.Date{Time: b.MadeOn},
			Note:       b.Note,
		},
	}
}

func (h *handlers) GetBoards(ctx context.Context, _ api.GetBoardsRequestObject) (api.GetBoardsResponseObject, error) {
	boards, err := h.rooms.Shelf.Boards(ctx)
	return api.GetBoards200JSONResponse(each(boards, toBoard)), err
}

func fromBoardInput(in api.BoardInput) store.Board {
	return store.Board{
		Ground:     sql.Null[int64]{V: in.GroundID, Valid: in.GroundID != 0},
		Coat:       in.CoatID,
		Material:   in.Material,
		OldFinish:  in.OldFinish,
		CrossCut:   in.CrossCut,
		SolventRub: string(in.SolventRub),
		WaterDrop:  string(in.WaterDrop),
		Passed:     in.Passed,
		Who:        in.Who,
		MadeOn:     in.MadeOn.Time,
		Note:       in.Note,
	}
}

func (h *handlers) AddBoard(ctx context.Context, r api.AddBoardRequestObject) (api.AddBoardResponseObject, error) {
	return once(ctx, h, r.Params.IdempotencyKey, r, func(ctx context.Context) (api.AddBoard201JSONResponse, error) {
		b, err := h.rooms.Shelf.AddBoard(ctx, fromBoardInput(*r.Body))
		if err != nil {
			return api.AddBoard201JSONResponse{}, err
		}
		return api.AddBoard201JSONResponse(toBoard(b)), nil
	})
}

func (h *handlers) DeleteBoard(
	ctx context.Context, r api.DeleteBoardRequestObject,
) (api.DeleteBoardResponseObject, error) {
	return onceGone[api.DeleteBoard204Response](ctx, h, r.Params.IdempotencyKey, r, func(ctx context.Context) error {
		return h.rooms.Shelf.RemoveBoard(ctx, r.ID, r.Params.Version)
	})
}

func (h *handlers) GetBoardPhoto(
	ctx context.Context, r api.GetBoardPhotoRequestObject,
) (api.GetBoardPhotoResponseObject, error) {
	jpeg, err := h.rooms.Shelf.BoardPhoto(ctx, r.ID)
	return api.GetBoardPhoto200ImageJpegResponse{Body: bytes.NewReader(jpeg), ContentLength: int64(len(jpeg))}, err
}

func (h *handlers) PutBoardPhoto(
	ctx context.Context, r api.PutBoardPhotoRequestObject,
) (api.PutBoardPhotoResponseObject, error) {
	taken, err := h.rooms.Intake.TakePhoto(ctx, r.Body)
	if err != nil {
		return nil, err
	}
	asked := shown{r.ID, 0, "", sha256.Sum256(taken.JPEG)}
	return onceGone[api.PutBoardPhoto204Response](
		ctx,
		h,
		r.Params.IdempotencyKey,
		asked,
		func(ctx context.Context) error {
			return h.rooms.Shelf.PutBoardPhoto(ctx, r.ID, taken)
		},
	)
}

func (h *handlers) ExportShelf(
	ctx context.Context, r api.ExportShelfRequestObject,
) (api.ExportShelfResponseObject, error) {
	var out bytes.Buffer
	if err := h.rooms.Shelf.Export(ctx, string(r.Params.Format), or(r.Params.ByteOrderMark), &out); err != nil {
		return nil, err
	}
	if r.Params.Format == api.Csv {
		return api.ExportShelf200TextCsvCharsetUTF8Response{Body: &out, ContentLength: int64(out.Len())}, nil
	}
	return api.ExportShelf200ApplicationOctetStreamResponse{Body: &out, ContentLength: int64(out.Len())}, nil
}

func (h *handlers) ImportShelf(
	ctx context.Context, r api.ImportShelfRequestObject,
) (api.ImportShelfResponseObject, error) {
	file, err := io.ReadAll(r.Body)
	if err != nil {
		return nil, err
	}
	run := func(ctx context.Context) (api.ImportShelf200JSONResponse, error) {
		how := shelf.Importing{
			DryRun: r.Params.DryRun, LeaveOut: or(r.Params.LeaveOut), EmptyCells: or(r.Params.EmptyCells),
			Decimal: document.Mark(or(r.Params.Decimal)),
		}
		report, err := h.rooms.Shelf.Import(ctx, how, file)
		if err != nil {
			return api.ImportShelf200JSONResponse{}, err
		}
		return api.ImportShelf200JSONResponse(toImportReport(report)), nil
	}
	key := r.Params.IdempotencyKey
	if r.Params.DryRun {
		key = nil // it saves nothing
	}
	asked := struct {
		Params api.ImportShelfParams
		File   [sha256.Size]byte
	}{r.Params, sha256.Sum256(file)}
	return once(ctx, h, key, asked, run)
}

func toImportReport(report shelf.ImportReport) api.ImportReport {
	cell := func(c document.Cell) api.CellProblem { return api.CellProblem(c) }
	change := func(c document.Change) api.ValueChange {
		return api.ValueChange{Column: c.Column, Title: c.Title, Was: c.Was, Is: c.Is}
	}
	return api.ImportReport{
		Saved:   report.Saved,
		Read:    report.Read,
		Aside:   each(report.Aside, cell),
		New:     report.Count(shelf.LineNew),
		Change:  report.Count(shelf.LineChange),
		Same:    report.Count(shelf.LineSame),
		Refused: report.Count(shelf.LineRefused),
		Lines: each(report.Lines, func(l shelf.ImportLine) api.ImportLine {
			return api.ImportLine{
				Line:     l.Number,
				Name:     l.Name,
				What:     api.ImportLineWhat(l.What),
				Changes:  each(l.Changes, change),
				Empty:    each(l.Empty, change),
				Unclear:  each(l.Unclear, cell),
				Problems: each(l.Problems, cell),
			}
		}),
	}
}
