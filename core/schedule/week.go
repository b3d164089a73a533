package schedule
