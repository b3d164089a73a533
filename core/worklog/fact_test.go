package worklog

import (
	"encoding/json"
	"errors"
	"reflect"
	"strings"
	"testing"

	"firmitas/core/money"
)

// filled is a body of the same kind in which every field that is kept says something.
func filled(t *testing.T, b Body) Body {
	t.Helper()
	v := reflect.New(reflect.TypeOf(b)).Elem()
	fill(t, v)
	return v.Interface().(Body)
}

func fill(t *testing.T, v reflect.Value) {
	switch {
	case v.Type() == reflect.TypeFor[money.Amount]():
		v.Set(reflect.ValueOf(one(t)))
	case v.Kind() == reflect.Struct:
		for i := range v.NumField() {
			if v.Type().Field(i).Tag.Get("json") != "-" {
				fill(t, v.Field(i))
			}
		}
	case v.Kind() == reflect.String:
		v.SetString("as told")
	case v.Kind() == reflect.Bool:
		v.SetBool(true)
	case v.CanInt():
		v.SetInt(7)
	case v.CanFloat():
		v.SetFloat(1.25)
	default:
		t.Fatalf("%s of a body cannot be kept", v.Type())
	}
}

func one(t *testing.T) money.Amount {
	t.Helper()
	a, err := money.Read("1")
	if err != nil {
		t.Fatal(err)
	}
	return a
}

// Every field of every kind comes back as it was kept, and no two kinds have one name.
func TestEveryFieldOfEveryKindIsKept(t *testing.T) {
	names := map[Kind]bool{}
	for _, b := range Kinds {
		if names[b.Kind()] {
			t.Errorf("two kinds are called %s", b.Kind())
		}
		names[b.Kind()] = true
		said := filled(t, b)
		data, err := json.Marshal(said)
		if err != nil {
			t.Fatal(err)
		}
		for _, read := range []func(Kind, []byte) (Body, error){Decode, ReadTold} {
			if got, err := read(b.Kind(), data); err != nil || !reflect.DeepEqual(got, said) {
				t.Errorf("%s: %s came back as %+v, %v", b.Kind(), data, got, err)
			}
		}
		for i := range reflect.TypeOf(b).NumField() {
			f := reflect.TypeOf(b).Field(i)
			if tag := f.Tag.Get("json"); !f.Anonymous && (tag == "" || tag != "-" && strings.ToLower(tag[:1]) != tag[:1]) {
				t.Errorf("%s: %s is kept under no name of the contract", b.Kind(), f.Name)
			}
		}
	}
}

// What several kinds have is asked of a fact whatever it is of: no kind that has it is left out.
func TestWhatKindsHaveInCommonIsAskedOfAny(t *testing.T) {
	for _, b := range Kinds {
		said := filled(t, b)
		e := Event{Zone: 3, Body: said}
		has := func(field string) bool {
			_, there := reflect.TypeOf(b).FieldByName(field)
			return there
		}
		for _, c := range []struct {
			field string
			told  bool
		}{
			{"Text", e.Text() == "as told"}, {"PhotoID", e.Photo() == 7}, {"Of", e.Of() == 7}, {"TinID", e.Tin() == 7},
			{"Amount", !e.Amount().IsZero()}, {"OnCoat", e.Coat() == Coat{Zone: 3, Layer: 7, N: 7}},
			{"Took", e.Worked().Took == 1.25}, {"Air", e.Air().RH == 1.25},
		} {
			if has(c.field) != c.told {
				t.Errorf("%s: has %s: %t, tells it: %t", b.Kind(), c.field, has(c.field), c.told)
			}
		}
	}
	var nothing Event
	if nothing.Kind() != "" || nothing.Coat().N != 0 || nothing.Text() != "" || !nothing.Amount().IsZero() {
		t.Error("nothing was told, and something is said of it")
	}
}

// What is told of a kind that has nothing of the sort is named; what is kept of an older program is read all the same.
func TestWhatAKindDoesNotSayIsNamed(t *testing.T) {
	_, err := ReadTold(Noted, []byte(`{"text": "x", "litres": 2}`))
	if unknown, is := errors.AsType[*UnknownField](err); !is || unknown.Field != "litres" || unknown.Kind != Noted {
		t.Errorf("%v", err)
	}
	if b, err := Decode(Noted, []byte(`{"text": "x", "litres": 2}`)); err != nil || b != (Note{Text: "x"}) {
		t.Errorf("%+v, %v", b, err)
	}
	if _, err := Decode("rumour", []byte(`{}`)); err == nil {
		t.Error("a kind that there is not was read")
	}
}
