package httpapi

import (
	"context"
	"errors"
	"io"
	"os"

	"firmitas/api"
)

// GetBackup makes the whole file before its first byte leaves: what fails half-way is told, and never taken for one.
func (h *handlers) GetBackup(ctx context.Context, _ api.GetBackupRequestObject) (api.GetBackupResponseObject, error) {
	f, err := os.CreateTemp("", "firmitas-backup-")
	if err != nil {
		return nil, err
	}
	err = errors.Join(os.Remove(f.Name()), h.rooms.House.Backup(ctx, f)) // it is there as long as it is open
	size, told := f.Seek(0, io.SeekCurrent)
	_, back := f.Seek(0, io.SeekStart)
	if err = errors.Join(err, told, back); err != nil {
		return nil, errors.Join(err, f.Close())
	}
	return api.GetBackup200ApplicationGzipResponse{Body: f, ContentLength: size}, nil
}
