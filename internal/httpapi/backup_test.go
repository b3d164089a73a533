package httpapi

import (
	"net/http"
	"os"
	"path/filepath"
	"testing"

	"firmitas/api"
	"firmitas/internal/backup"
	"firmitas/internal/localdb/dbtest"
	"firmitas/internal/store"
)

// What a press gives is what the command restores: another server then shows the same bench and shelf.
func TestABackupByPressIsRestored(t *testing.T) {
	c := start(t)
	status, file := c.call("GET", "/api/backup", "")
	if status != http.StatusOK {
		t.Fatalf("%d %s", status, file)
	}
	path := filepath.Join(t.TempDir(), "kept")
	if err := os.WriteFile(path, file, 0o600); err != nil {
		t.Fatal(err)
	}
	dsn := dbtest.Fresh(t)
	into, err := store.Open(dsn)
	if err != nil {
		t.Fatal(err)
	}
	defer into.Close()
	if _, err := backup.Restore(t.Context(), into, path, "", true); err != nil {
		t.Fatal(err)
	}
	other := serving(t, dsn)
	for _, path := range []string{"/api/workshop", "/api/bench", "/api/products", "/api/reports/everything"} {
		_, want := c.call("GET", path, "")
		if status, got := other.call("GET", path, ""); status != http.StatusOK || string(got) != string(want) {
			t.Errorf("%s: %d, and not as it was", path, status)
		}
	}
}

func TestThereIsNothingToBackUpWithoutAWorkshop(t *testing.T) {
	t.Parallel()
	c := serving(t, dbtest.Copy(t, "empty", migrated))
	answer[api.Problem](c, "GET", "/api/backup", "", http.StatusNotFound)
}
