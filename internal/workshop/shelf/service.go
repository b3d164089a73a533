// Package shelf holds the products with their tins, notes, test boards and recipes, and takes them in and out as files.
package shelf

import (
	"context"

	"firmitas/internal/store"
	"firmitas/internal/workshop/house"
	"firmitas/internal/workshop/record"
)

// Store is what is asked of the database.
type Store interface {
	AddBoard(ctx context.Context, b store.Board) (int64, error)
	AddNote(ctx context.Context, n store.Note) (int64, error)
	AddProduct(ctx context.Context, p store.Product) (int64, error)
	AddRecipe(ctx context.Context, r store.Recipe) (int64, error)
	AddTin(ctx context.Context, t store.Tin) (int64, error)
	BoardPhoto(ctx context.Context, workshopID, id int64) ([]byte, error)
	Boards(ctx context.Context, workshopID, productID int64) ([]store.Board, error)
	DeleteBoard(ctx context.Context, workshopID, id int64, version int) error
	DeleteNote(ctx context.Context, workshopID, id int64, version int) error
	DeleteRecipe(ctx context.Context, workshopID, id int64, version int) error
	DeleteTin(ctx context.Context, workshopID, id int64, version int) error
	FaultsOf(ctx context.Context, workshopID, productID int64) ([]store.PieceEvent, error)
	ImportProducts(ctx context.Context, fresh []store.Product, changed []store.Product) error
	LaidFrom(ctx context.Context, workshopID, tinID int64) (n int, err error)
	MovesOf(ctx context.Context, workshopID, productID int64, most int) ([]store.TinMove, error)
	NeverAgain(ctx context.Context, workshopID int64) (map[int64]string, error)
	Notes(ctx context.Context, workshopID, productID int64) ([]store.Note, error)
	Product(ctx context.Context, workshopID, id int64) (store.Product, error)
	PutBoardPhoto(ctx context.Context, workshopID, id int64, jpeg []byte) error
	Recipes(ctx context.Context, workshopID int64) ([]store.Recipe, error)
	Shelf(ctx context.Context, workshopID int64) ([]store.Product, error)
	ShelfMark(ctx context.Context, workshopID int64) (store.ShelfMark, error)
	TakeTin(ctx context.Context, t store.Tin) error
	Tin(ctx context.Context, workshopID, id int64) (store.Tin, error)
	Tins(ctx context.Context, workshopID, productID int64) ([]store.Tin, error)
	UpdateProduct(ctx context.Context, p store.Product) error
	UpdateTin(ctx context.Context, t store.Tin) error
	UsedFrom(ctx context.Context, workshopID int64, tins []store.Tin) (map[int64]float64, error)
	Writing(ctx context.Context) bool
}

// Service is the shelf of a workshop.
type Service struct {
	store  Store
	kept   shelves
	house  *house.Service
	record *record.Service
}

// New makes it over the rooms that it knows.
func New(store Store, house *house.Service, record *record.Service) *Service {
	return &Service{store: store, house: house, record: record}
}
