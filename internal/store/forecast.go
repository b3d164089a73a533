package store

import (
	"context"
	"time"
)

// Forecast is a row of forecasts: the air outdoors as it was forecast last.
type Forecast struct {
	WorkshopID int64                `db:"workshop_id"`
	Heard      time.Time            `db:"heard_at"`
	Hours      JSON[[]ForecastHour] `db:"hours"`
}

// ForecastHour is the air outdoors in one hour, as stored.
type ForecastHour struct {
	At    time.Time `json:"at"`
	TempC float64   `json:"tempC"`
	RH    float64   `json:"rh"`
	Wet   bool      `json:"wet,omitempty"`
}

var forecastColumns = columns[Forecast]("")

// Forecast of a workshop; ErrNotFound where none was heard.
func (s *Store) Forecast(ctx context.Context, workshopID int64) (out Forecast, err error) {
	err = s.q(ctx).GetContext(ctx, &out, `SELECT `+forecastColumns+` FROM forecasts WHERE workshop_id = ?`, workshopID)
	return out, wrap(err)
}

// SaveForecast stores a forecast in place of the one before.
func (s *Store) SaveForecast(ctx context.Context, f Forecast) error {
	_, err := s.q(ctx).NamedExecContext(ctx, insert("forecasts", "workshop_id, heard_at, hours")+
		` ON DUPLICATE KEY UPDATE heard_at = VALUES(heard_at), hours = VALUES(hours)`, f)
	return wrap(err)
}
