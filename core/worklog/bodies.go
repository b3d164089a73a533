package worklog

import (
	"slices"

	"firmitas/core/climate"
	"firmitas/core/coating"
	"firmitas/core/compat"
	"firmitas/core/money"
	"firmitas/core/quantity"
)

// Kinds of facts by their names in the contract and in the database. A new one is a name here, a type with its Kind
// below, and a line in Kinds.
const (
	SignSeen     Kind = "sign"
	Checked      Kind = "checked"
	SampleMade   Kind = "sample"
	PatchSeen    Kind = "patch"
	SlipMeasured Kind = "slip"
	JobDone      Kind = "job_done"
	Begun        Kind = "begun"
	Mixed        Kind = "mixed"
	CoatLaid     Kind = "coat_laid"
	CoatLeftOut  Kind = "left_out"
	TakenOff     Kind = "taken_off"
	FaultSeen    Kind = "fault"
	Moved        Kind = "moved"
	Noted        Kind = "note"
	AirRead      Kind = "air_read"
	HandedOver   Kind = "handed_over"
	BuyerSaid    Kind = "buyer_said"
	Answered     Kind = "buyer_answered"
	TakenBack    Kind = "taken_back"

	// Of money; a piece that has left may still be paid for.
	Bought     Kind = "bought"
	PartWanted Kind = "part_wanted"
	PartBought Kind = "part_bought"
	HoursTold  Kind = "hours"
	Agreed     Kind = "agreed"
	Asked      Kind = "asked"
	Sold       Kind = "sold"
	FeePaid    Kind = "fee"

	// Of a tin.
	TinBought Kind = "tin_bought"
	TinOpened Kind = "tin_opened"
	TinTold   Kind = "tin_told"
	TinThrown Kind = "tin_thrown"
	TinEmpty  Kind = "tin_empty"
)

// OfMoney tells whether a fact is about money.
func (k Kind) OfMoney() bool {
	return slices.Contains([]Kind{Bought, PartWanted, PartBought, HoursTold, Agreed, Asked, Sold, FeePaid}, k)
}

// Sign is what the last coat of a zone showed to eye, hand or nose.
type Sign struct {
	Sign compat.Sign `json:"sign"`
}

// Look is one that opens a coat, and whether it was passed.
type Look struct {
	Check  string `json:"check"` // by the plan's own name for it
	Passed bool   `json:"passed"`
}

// Sample is a colour that was tried, with its recipe.
type Sample struct {
	Text    string `json:"text"`
	PhotoID int64  `json:"photoId,omitempty"`
}

// Patch is a place that is not as the rest of its zone: let in, filled, other wood.
type Patch struct {
	Text    string `json:"text"`
	PhotoID int64  `json:"photoId,omitempty"`
}

// Slip as it was measured on the finished floor, with its value and method.
type Slip struct {
	Text    string `json:"text"`
	PhotoID int64  `json:"photoId,omitempty"`
}

// Job of the preparation that is done.
type Job struct {
	Job string `json:"job"` // by its key in the preparation
	Worked
}

// OnCoat names the coat that a fact is of, within its zone.
type OnCoat struct {
	Layer int `json:"layer"` // from the ground up
	N     int `json:"coat"`  // 1 for the layer's first
}

// Start of a coat: the first stroke.
type Start struct{ OnCoat }

// Pot that was mixed of what goes off.
type Pot struct{ OnCoat }

// Laid is a coat, by when it was on.
type Laid struct {
	OnCoat
	Keyed   bool             `json:"keyed,omitempty"` // the surface was keyed right before it
	Air     climate.Air      `json:"air,omitzero"`    // that it was laid in; zero = nobody told
	Product int64            `json:"productId,omitempty"`
	Instead *coating.Product `json:"-"` // another product than planned, as its label was then
	Laying
	Worked
}

// LeftOut is a coat of the plan that nobody will lay.
type LeftOut struct{ OnCoat }

// Off is a coat with all that lay over it: sanded, scraped or washed off again.
type Off struct{ OnCoat }

// Fault is what looked wrong, what it came from, what is done about it.
type Fault struct {
	Text    string `json:"text"`
	PhotoID int64  `json:"photoId,omitempty"`
	Fault   string `json:"fault,omitempty"` // what is seen, by its id
	Cause   string `json:"cause,omitempty"` // what it is held to come from
	Remedy  Remedy `json:"remedy,omitempty"`
	Product int64  `json:"productId,omitempty"` // that it showed on
}

// Move to another place.
type Move struct {
	Text    string `json:"text"`
	PhotoID int64  `json:"photoId,omitempty"`
}

// Note is whatever else is worth keeping.
type Note struct {
	Text    string `json:"text"`
	PhotoID int64  `json:"photoId,omitempty"`
}

// AirReading on the thermo-hygrometer where the piece stands, or in the room.
type AirReading struct {
	Air climate.Air `json:"air"`
}

// HandOver of the piece to its buyer.
type HandOver struct {
	Text string `json:"text,omitempty"`
}

// Saying of whoever holds the card of a piece that has left.
type Saying struct {
	Text    string `json:"text"`
	PhotoID int64  `json:"photoId,omitempty"`
}

// Reply to what a buyer said.
type Reply struct {
	Of int64 `json:"of"`
}

// Back takes back an earlier fact that was told wrongly.
type Back struct {
	Of int64 `json:"of"`
}

// Purchase of the piece itself, for own stock.
type Purchase struct {
	Text   string       `json:"text,omitempty"`
	Amount money.Amount `json:"amount"`
}

// Want of a part for the piece: handles, cloth, glass.
type Want struct {
	Text string `json:"text"`
	quantity.Part
}

// PartPurchase for the piece, whether or not somebody told that it was wanted.
type PartPurchase struct {
	Of     int64        `json:"of,omitempty"` // the want that it settles
	Text   string       `json:"text"`
	Amount money.Amount `json:"amount"`
}

// Hours of work that is no step of the plan.
type Hours struct {
	Text string `json:"text"`
	Worked
}

// Agreement on the price, with a customer.
type Agreement struct {
	Text   string       `json:"text,omitempty"` // how colour and sheen were approved
	Amount money.Amount `json:"amount"`
	Quote  int64        `json:"quote,omitempty"` // that was agreed to; 0 = it was agreed without
}

// Asking is the price of own stock.
type Asking struct {
	Text   string       `json:"text,omitempty"`
	Amount money.Amount `json:"amount"`
}

// Sale of the piece.
type Sale struct {
	Text   string       `json:"text,omitempty"`
	Amount money.Amount `json:"amount"`
}

// Fee besides what goes off every price.
type Fee struct {
	Text   string       `json:"text"`
	Amount money.Amount `json:"amount"`
}

// TinIn is a tin that was bought.
type TinIn struct {
	TinID  int64        `json:"tinId"`
	Text   string       `json:"text"` // its size
	Amount money.Amount `json:"amount"`
	Priced bool         `json:"priced,omitempty"` // somebody told what it cost
}

// TinOpening is when a tin was opened.
type TinOpening struct {
	TinID int64 `json:"tinId"`
}

// TinLook is how much is left in a tin, by looking or weighing.
type TinLook struct {
	TinID int64  `json:"tinId"`
	Text  string `json:"text"`
}

// TinThrowing is of what was left in a tin.
type TinThrowing struct {
	TinID int64 `json:"tinId"`
}

// TinEnd is of a tin that is used up.
type TinEnd struct {
	TinID int64 `json:"tinId"`
}

// Kind of each body.
func (Sign) Kind() Kind         { return SignSeen }
func (Look) Kind() Kind         { return Checked }
func (Sample) Kind() Kind       { return SampleMade }
func (Patch) Kind() Kind        { return PatchSeen }
func (Slip) Kind() Kind         { return SlipMeasured }
func (Job) Kind() Kind          { return JobDone }
func (Start) Kind() Kind        { return Begun }
func (Pot) Kind() Kind          { return Mixed }
func (Laid) Kind() Kind         { return CoatLaid }
func (LeftOut) Kind() Kind      { return CoatLeftOut }
func (Off) Kind() Kind          { return TakenOff }
func (Fault) Kind() Kind        { return FaultSeen }
func (Move) Kind() Kind         { return Moved }
func (Note) Kind() Kind         { return Noted }
func (AirReading) Kind() Kind   { return AirRead }
func (HandOver) Kind() Kind     { return HandedOver }
func (Saying) Kind() Kind       { return BuyerSaid }
func (Reply) Kind() Kind        { return Answered }
func (Back) Kind() Kind         { return TakenBack }
func (Purchase) Kind() Kind     { return Bought }
func (Want) Kind() Kind         { return PartWanted }
func (PartPurchase) Kind() Kind { return PartBought }
func (Hours) Kind() Kind        { return HoursTold }
func (Agreement) Kind() Kind    { return Agreed }
func (Asking) Kind() Kind       { return Asked }
func (Sale) Kind() Kind         { return Sold }
func (Fee) Kind() Kind          { return FeePaid }
func (TinIn) Kind() Kind        { return TinBought }
func (TinOpening) Kind() Kind   { return TinOpened }
func (TinLook) Kind() Kind      { return TinTold }
func (TinThrowing) Kind() Kind  { return TinThrown }
func (TinEnd) Kind() Kind       { return TinEmpty }

func (c OnCoat) on() OnCoat     { return c }
func (w Worked) worked() Worked { return w }

func (b Sample) text() string       { return b.Text }
func (b Patch) text() string        { return b.Text }
func (b Slip) text() string         { return b.Text }
func (b Fault) text() string        { return b.Text }
func (b Move) text() string         { return b.Text }
func (b Note) text() string         { return b.Text }
func (b HandOver) text() string     { return b.Text }
func (b Saying) text() string       { return b.Text }
func (b Purchase) text() string     { return b.Text }
func (b Want) text() string         { return b.Text }
func (b PartPurchase) text() string { return b.Text }
func (b Hours) text() string        { return b.Text }
func (b Agreement) text() string    { return b.Text }
func (b Asking) text() string       { return b.Text }
func (b Sale) text() string         { return b.Text }
func (b Fee) text() string          { return b.Text }
func (b TinIn) text() string        { return b.Text }
func (b TinLook) text() string      { return b.Text }

func (b Sample) photo() int64 { return b.PhotoID }
func (b Patch) photo() int64  { return b.PhotoID }
func (b Slip) photo() int64   { return b.PhotoID }
func (b Fault) photo() int64  { return b.PhotoID }
func (b Move) photo() int64   { return b.PhotoID }
func (b Note) photo() int64   { return b.PhotoID }
func (b Saying) photo() int64 { return b.PhotoID }

func (b Reply) of() int64        { return b.Of }
func (b Back) of() int64         { return b.Of }
func (b PartPurchase) of() int64 { return b.Of }

func (l Laying) tin() int64      { return l.TinID }
func (b TinIn) tin() int64       { return b.TinID }
func (b TinOpening) tin() int64  { return b.TinID }
func (b TinLook) tin() int64     { return b.TinID }
func (b TinThrowing) tin() int64 { return b.TinID }
func (b TinEnd) tin() int64      { return b.TinID }

func (b Purchase) amount() money.Amount     { return b.Amount }
func (b PartPurchase) amount() money.Amount { return b.Amount }
func (b Agreement) amount() money.Amount    { return b.Amount }
func (b Asking) amount() money.Amount       { return b.Amount }
func (b Sale) amount() money.Amount         { return b.Amount }
func (b Fee) amount() money.Amount          { return b.Amount }
func (b TinIn) amount() money.Amount        { return b.Amount }
