package httpapi

import (
	"maps"
	"path"
	"reflect"
	"slices"
	"strings"
	"testing"

	"github.com/jmoiron/sqlx"

	"firmitas/api"
	"firmitas/core/care"
	"firmitas/core/worklog"
	"firmitas/internal/localdb/dbtest"
)

// fieldsOf are the names under which a body is kept, those of what it embeds too.
func fieldsOf(t reflect.Type) (names []string) {
	for f := range t.Fields() {
		name, _, _ := strings.Cut(f.Tag.Get("json"), ",")
		switch {
		case f.Anonymous:
			names = append(names, fieldsOf(f.Type)...)
		case name != "-":
			names = append(names, name)
		}
	}
	return names
}

// byUs are fields that the workshop fills in itself, of a plan, a quote or a tin: nobody tells them.
var byUs = []string{
	"asMeant", "work", "m2", "face", "perM2", "planned", "quote", "priced", string(worklog.FaultSeen) + ".productId",
}

// What may be told of a kind by the contract is what its body keeps, under the same names, and the other way round: a
// field or a kind that is forgotten on one side is named here.
func TestContractAndFactsHaveTheSameFields(t *testing.T) {
	spec, err := api.Contract()
	if err != nil {
		t.Fatal(err)
	}
	mapping := maps.Clone(spec.Components.Schemas["EventInput"].Value.Discriminator.Mapping)
	for _, b := range worklog.Kinds {
		kind := string(b.Kind())
		ref, told := mapping[kind]
		if !told {
			continue // told otherwise: by a thermometer, a buyer, the hand-over, a tin's form
		}
		delete(mapping, kind)
		schema := spec.Components.Schemas[path.Base(ref.Ref)].Value
		var takes, keeps []string
		for name := range schema.Properties {
			if !slices.Contains(ofEvery, name) {
				takes = append(takes, name)
			}
		}
		for _, name := range fieldsOf(reflect.TypeOf(b)) {
			if !slices.Contains(byUs, name) && !slices.Contains(byUs, kind+"."+name) {
				keeps = append(keeps, name)
			}
		}
		slices.Sort(takes)
		slices.Sort(keeps)
		if !slices.Equal(takes, keeps) {
			t.Errorf("%s: the contract takes %v, its body keeps %v", kind, takes, keeps)
		}
	}
	if len(mapping) > 0 {
		t.Errorf("no fact has the kinds %v of the contract", mapping)
	}
}

// The database knows the same kinds.
func TestTheDatabaseKnowsEveryKind(t *testing.T) {
	db, err := sqlx.Open("mysql", dbtest.Copy(t, "demo", seeded))
	if err != nil {
		t.Fatal(err)
	}
	defer db.Close()
	insert := `INSERT INTO events (workshop_id, kind, happened_at, told_at, who, data) VALUES (1, ?, NOW(), NOW(), '', '{}')`
	for _, b := range worklog.Kinds {
		if _, err := db.Exec(insert, b.Kind()); err != nil {
			t.Errorf("%s: %v", b.Kind(), err)
		}
	}
	if _, err := db.Exec(insert, "rumour"); err == nil {
		t.Error("a kind that there is not was kept")
	}
}

// The contract knows the languages that cards are written in, in their order: the screens have a name for each by its
// type.
func TestContractHasTheLanguagesOfTheCards(t *testing.T) {
	spec, err := api.Contract()
	if err != nil {
		t.Fatal(err)
	}
	var has []string
	for _, l := range spec.Components.Schemas["CardLang"].Value.Enum {
		has = append(has, l.(string))
	}
	if !slices.Equal(has, each(care.Languages, func(l care.Lang) string { return string(l) })) {
		t.Errorf("the contract has %v, cards are written in %v", has, care.Languages)
	}
}
