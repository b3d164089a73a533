package httpapi

import (
	"reflect"
	"slices"
	"strings"
	"testing"

	"github.com/jmoiron/sqlx"

	"firmitas/api"
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
var byUs = []string{"asMeant", "work", "m2", "face", "perM2", "planned", "quote", "priced"}

// What may be told by the contract is what bodies of facts keep, under the same names, and the other way round: a field
// that is forgotten on one side is named here.
func TestContractAndFactsHaveTheSameFields(t *testing.T) {
	spec, err := api.Contract()
	if err != nil {
		t.Fatal(err)
	}
	input := spec.Components.Schemas["EventInput"].Value
	var told, kept []string
	for name := range input.Properties {
		if !slices.Contains(ofEvery, name) {
			told = append(told, name)
		}
	}
	kinds := map[string]bool{}
	for _, k := range input.Properties["kind"].Value.Enum {
		kinds[k.(string)] = true
	}
	for _, b := range worklog.Kinds {
		if !kinds[string(b.Kind())] {
			continue // told otherwise: by a thermometer, a buyer, the hand-over
		}
		delete(kinds, string(b.Kind()))
		for _, name := range fieldsOf(reflect.TypeOf(b)) {
			if !slices.Contains(kept, name) && !slices.Contains(byUs, name) {
				kept = append(kept, name)
			}
		}
	}
	slices.Sort(told)
	slices.Sort(kept)
	if !slices.Equal(told, kept) || len(kinds) > 0 {
		t.Errorf("the contract takes %v,\nfacts keep %v;\nkinds of the contract alone: %v", told, kept, kinds)
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
