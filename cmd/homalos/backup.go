package main

import (
	"context"
	"errors"
	"fmt"
	"io"
	"os"
	"path/filepath"

	"homalos/internal/store"
)

// backup writes everything of the crew to a file, whole or not at all.
func backup(args []string, out, errs io.Writer) int {
	var c config
	flags := c.flags("backup", errs)
	if flags.Parse(args) != nil || flags.NArg() != 1 {
		fmt.Fprintln(errs, "homalos backup [-db URL] FILE")
		return 2
	}
	return c.opened(errs, func(ctx context.Context, db *store.DB) int {
		kept, err := writeWhole(flags.Arg(0), func(to io.Writer) (store.Kept, error) { return db.ForCrew(store.BuiltInCrew).Backup(ctx, to) })
		if err != nil {
			fmt.Fprintln(errs, "nothing was kept:", err)
			return 1
		}
		fmt.Fprintf(out, "%d jobs with %d lines of their log are kept in %s\n", kept.Rows["jobs"], kept.Rows["edits"], flags.Arg(0))
		return 0
	})
}

// writeWhole writes a file beside its place, reads it again, and only then puts
// it there: a backup that breaks off never takes the place of one that is whole.
func writeWhole(path string, write func(io.Writer) (store.Kept, error)) (store.Kept, error) {
	file, err := os.CreateTemp(filepath.Dir(path), ".homalos-backup-*")
	if err != nil {
		return store.Kept{}, err
	}
	defer func() { _ = os.Remove(file.Name()) }() // once it is in its place there is nothing to remove
	kept, err := write(file)
	if err == nil {
		err = file.Sync()
	}
	if err == nil {
		_, err = file.Seek(0, io.SeekStart)
	}
	if err == nil {
		_, err = store.CheckBackup(file)
	}
	if err := errors.Join(err, file.Close()); err != nil {
		return kept, err
	}
	return kept, os.Rename(file.Name(), path)
}

// restore puts a backup back.
func restore(args []string, out, errs io.Writer) int {
	var c config
	flags := c.flags("restore", errs)
	replace := flags.Bool("replace", false, "remove the jobs that are there: they are gone for good")
	if flags.Parse(args) != nil || flags.NArg() != 1 {
		fmt.Fprintln(errs, "homalos restore [-db URL] [-replace] FILE")
		return 2
	}
	file, err := os.Open(flags.Arg(0))
	if err != nil {
		fmt.Fprintln(errs, err)
		return 2
	}
	defer func() { _ = file.Close() }()
	if _, err := store.CheckBackup(file); err != nil { // before anything is touched
		fmt.Fprintln(errs, err)
		return 2
	}
	if _, err := file.Seek(0, io.SeekStart); err != nil {
		fmt.Fprintln(errs, err)
		return 1
	}
	return c.opened(errs, func(ctx context.Context, db *store.DB) int {
		kept, err := db.PutBack(ctx, file, *replace)
		switch {
		case errors.Is(err, store.ErrThere):
			fmt.Fprintf(errs, "nothing was changed: %v. Back them up, then give -replace to have those of the file in their place\n", err)
			return 2
		case err != nil:
			fmt.Fprintln(errs, "nothing was changed:", err)
			return 1
		}
		fmt.Fprintf(out, "%d jobs with %d lines of their log are back as they were on %s\n", kept.Rows["jobs"], kept.Rows["edits"], kept.At.Local().Format("2 January 2006, 15:04"))
		return 0
	})
}
