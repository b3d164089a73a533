// Package handover lets a piece leave: what is asked at the door, its cards, what buyers say, mails to them.
package handover

import (
	"context"
	"time"

	"firmitas/internal/store"
	"firmitas/internal/workshop/calendar"
	"firmitas/internal/workshop/house"
	"firmitas/internal/workshop/piece"
	"firmitas/internal/workshop/record"
)

// Store is what is asked of the database.
type Store interface {
	Card(ctx context.Context, token string) (store.Card, error)
	AddMail(ctx context.Context, m store.Mail) error
	Cards(ctx context.Context, workshopID, pieceID int64) ([]store.Card, error)
	HandOver(ctx context.Context, p store.Piece, first store.Card) error
	IssueCard(ctx context.Context, c store.Card) error
	Mails(ctx context.Context, workshopID int64, most int) ([]store.Mail, error)
	Photo(ctx context.Context, workshopID, pieceID, id int64) (store.Photo, error)
	Photos(ctx context.Context, workshopID, pieceID int64) ([]store.Photo, error)
	Remind(ctx context.Context, r store.Reminder) error
	Reminded(ctx context.Context, r store.Reminder) error
	Reminders(ctx context.Context, workshopID, pieceID int64) ([]store.Reminder, error)
	StopReminders(ctx context.Context, workshopID, pieceID int64, at time.Time) error
	Tin(ctx context.Context, workshopID, id int64) (store.Tin, error)
	Unanswered(ctx context.Context, workshopID int64, most int) ([]store.PieceEvent, error)
	WithdrawCard(ctx context.Context, c store.Card) error
	Write(ctx context.Context, do func(context.Context) error) error
}

// Service hands over.
type Service struct {
	store    Store
	relay    Relay
	house    *house.Service
	record   *record.Service
	piece    *piece.Service
	calendar *calendar.Service
}

// New makes it over the rooms that it knows.
func New(
	store Store, house *house.Service, record *record.Service, piece *piece.Service, calendar *calendar.Service,
) *Service {
	return &Service{store: store, relay: outbox{store}, house: house, record: record, piece: piece, calendar: calendar}
}
