// Package books reckons what pieces cost and bring: ledger, quotes, shopping list, reports.
package books

import (
	"context"

	"firmitas/internal/store"
	"firmitas/internal/workshop/calendar"
	"firmitas/internal/workshop/house"
	"firmitas/internal/workshop/piece"
	"firmitas/internal/workshop/record"
	"firmitas/internal/workshop/shelf"
)

// Store is what is asked of the database.
type Store interface {
	AddQuote(ctx context.Context, q store.Quote) (int64, error)
	AllTins(ctx context.Context, workshopID int64) ([]store.LabelledTin, error)
	DrawnCosts(ctx context.Context, workshopID int64, tins []store.TinPrice) (map[int64]string, error)
	DrawnFrom(ctx context.Context, workshopID int64) ([]store.Drawn, error)
	Everything(ctx context.Context, workshopID int64) (map[string][]map[string]any, error)
	Laid(ctx context.Context, workshopID, after int64, most int) ([]store.Event, error)
	LastPrices(ctx context.Context, workshopID int64) ([]store.LabelledTin, error)
	MoneyFacts(ctx context.Context, workshopID, after int64) ([]store.MoneyFact, error)
	OwnUnsold(ctx context.Context, workshopID int64, kind string, but int64) ([]store.Piece, error)
	PieceRows(ctx context.Context, workshopID int64) ([]store.PieceRow, error)
	QuoteBy(ctx context.Context, token string) (store.Quote, error)
	QuotesOf(ctx context.Context, workshopID, pieceID int64) ([]store.Quote, error)
	SaveExtras(ctx context.Context, p store.Piece) error
	TallyMark(ctx context.Context, workshopID int64, was store.TallyMark) (store.TallyMark, error)
	Timed(ctx context.Context, workshopID int64, most int) ([]store.Event, error)
	TinMark(ctx context.Context, workshopID int64) (store.TinMark, error)
	TinsOf(ctx context.Context, workshopID int64, ids []int64) ([]store.LabelledTin, error)
	ToldBetween(ctx context.Context, workshopID, after, upTo int64) ([]store.ToldFact, error)
	ToldOf(ctx context.Context, workshopID int64, ids []int64) ([]store.ToldFact, error)
	Worked(ctx context.Context, workshopID int64) ([]store.Worked, error)
}

// Service reckons.
type Service struct {
	store    Store
	tally    tally
	house    *house.Service
	record   *record.Service
	shelf    *shelf.Service
	piece    *piece.Service
	calendar *calendar.Service
}

// New makes it over the rooms that it knows.
func New(
	store Store, house *house.Service, record *record.Service, shelf *shelf.Service, piece *piece.Service,
	calendar *calendar.Service,
) *Service {
	return &Service{store: store, house: house, record: record, shelf: shelf, piece: piece, calendar: calendar}
}
