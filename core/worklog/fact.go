package worklog

import (
	"bytes"
	"encoding/json"
	"fmt"
	"reflect"
	"slices"
	"strconv"
	"strings"
	"time"

	"firmitas/core/climate"
	"firmitas/core/money"
	"firmitas/core/quantity"
)

// Kind of fact.
type Kind string

// Event is one fact: who told it, when, and a body that says what.
type Event struct {
	ID   int64
	Zone int64     // 0 = the whole piece
	At   time.Time // when it happened
	Told time.Time // when it was told
	Who  string    // "" when nobody said
	Body Body
}

// Body is what a fact of one kind says. Kinds lists them all. Its JSON is that of the contract and of the database.
type Body interface{ Kind() Kind }

// Kinds are a body of each kind that there is.
var Kinds = []Body{
	Sign{}, Look{}, Sample{}, Patch{}, Slip{}, Job{}, Start{}, Pot{}, Laid{}, LeftOut{}, Off{}, Fault{}, Move{}, Note{},
	AirReading{}, HandOver{}, Saying{}, Reply{}, Back{},
	Purchase{}, Want{}, PartPurchase{}, Hours{}, Agreement{}, Asking{}, Sale{}, Fee{},
	TinIn{}, TinOpening{}, TinLook{}, TinThrowing{}, TinEnd{},
}

// Decode reads a body of a kind as it was kept. It is an error of a kind that there is not, and of what is no body.
func Decode(kind Kind, data []byte) (Body, error) { return decode(kind, data, false) }

// ReadTold reads a body of a kind as it is told: what that kind does not say is an UnknownField.
func ReadTold(kind Kind, data []byte) (Body, error) { return decode(kind, data, true) }

// UnknownField is told with a fact of a kind that says nothing of the sort.
type UnknownField struct {
	Kind  Kind
	Field string // by its name in the contract
}

func (e *UnknownField) Error() string {
	return fmt.Sprintf("a fact of kind %q has no %s", e.Kind, e.Field)
}

func decode(kind Kind, data []byte, strict bool) (Body, error) {
	at := slices.IndexFunc(Kinds, func(b Body) bool { return b.Kind() == kind })
	if at < 0 {
		return nil, fmt.Errorf("there is no fact of kind %q", kind)
	}
	into := reflect.New(reflect.TypeOf(Kinds[at]))
	reader := json.NewDecoder(bytes.NewReader(data))
	if strict {
		reader.DisallowUnknownFields()
	}
	err := reader.Decode(into.Interface())
	if err != nil && strings.HasPrefix(err.Error(), unknownField) {
		name, _ := strconv.Unquote(strings.TrimPrefix(err.Error(), unknownField))
		return nil, &UnknownField{kind, name}
	}
	return into.Elem().Interface().(Body), err
}

// unknownField is how encoding/json begins what it says of one.
const unknownField = "json: unknown field "

// Kind of what is told; "" of nothing.
func (e Event) Kind() Kind {
	if e.Body == nil {
		return ""
	}
	return e.Body.Kind()
}

// What some kinds have in common is asked of any fact: one that does not have it answers with nothing.

// Coat that a fact is of; its N is 0 where it is of none.
func (e Event) Coat() Coat {
	if b, of := e.Body.(interface{ on() OnCoat }); of {
		return Coat{Zone: e.Zone, Layer: b.on().Layer, N: b.on().N}
	}
	return Coat{}
}

// Job that was done, by its key; "" of what is no job.
func (e Event) Job() string { return body[Job](e).Job }

// Laid is what a coat that went on says.
func (e Event) Laid() Laid { return body[Laid](e) }

// Sign that was seen; "" of what is none.
func (e Event) Sign() Sign { return body[Sign](e) }

// Look that was taken.
func (e Event) Look() Look { return body[Look](e) }

// Fault that was seen.
func (e Event) Fault() Fault { return body[Fault](e) }

// Part that is wanted.
func (e Event) Part() quantity.Part { return body[Want](e).Part }

// Air that was read, or that a coat was laid in; zero = nobody told.
func (e Event) Air() climate.Air {
	if read, is := e.Body.(AirReading); is {
		return read.Air
	}
	return e.Laid().Air
}

func body[T Body](e Event) T {
	b, _ := e.Body.(T)
	return b
}

// Worked is what some minutes were spent on; nothing of what takes none.
func (e Event) Worked() Worked {
	if b, has := e.Body.(interface{ worked() Worked }); has {
		return b.worked()
	}
	return Worked{}
}

// Text that somebody wrote.
func (e Event) Text() string {
	if b, has := e.Body.(interface{ text() string }); has {
		return b.text()
	}
	return ""
}

// Photo that shows it; 0 = none.
func (e Event) Photo() int64 {
	if b, has := e.Body.(interface{ photo() int64 }); has {
		return b.photo()
	}
	return 0
}

// Of is the fact that this one takes back, answers or settles; 0 = none.
func (e Event) Of() int64 {
	if b, has := e.Body.(interface{ of() int64 }); has {
		return b.of()
	}
	return 0
}

// Tin that it is of, or that a coat was laid from; 0 = none.
func (e Event) Tin() int64 {
	if b, has := e.Body.(interface{ tin() int64 }); has {
		return b.tin()
	}
	return 0
}

// Amount that was paid, asked or agreed.
func (e Event) Amount() money.Amount {
	if b, has := e.Body.(interface{ amount() money.Amount }); has {
		return b.amount()
	}
	return money.Zero
}
