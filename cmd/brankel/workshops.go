package main

import (
	"context"
	"errors"
	"fmt"
	"strconv"
	"strings"

	"brankel/postgres"
	"brankel/shop"
)

// house is a workshop that is served, under a host name where there are several.
type house struct {
	host string
	*shop.Shop
}

// workshopsOf reads HOST=SCHEMA between spaces or commas.
func workshopsOf(text string) (out [][2]string, err error) {
	there := map[string]bool{}
	for _, one := range strings.FieldsFunc(text, func(r rune) bool { return r == ' ' || r == ',' }) {
		host, schema, ok := strings.Cut(one, "=")
		if !ok || host == "" || schema == "" || strings.ContainsAny(host, ":/") {
			return nil, fmt.Errorf("BRANKEL_WORKSHOPS has %q: write the host name of a workshop and its schema, such as teal.example=teal", one)
		}
		host = strings.ToLower(host)
		if there[host] || there["="+schema] {
			return nil, fmt.Errorf("BRANKEL_WORKSHOPS has %q twice, by its host or its schema: each workshop has its own", one)
		}
		there[host], there["="+schema] = true, true
		out = append(out, [2]string{host, schema})
	}
	return out, nil
}

// commonConnections are those of several workshops together: PostgreSQL has a hundred unless told.
const commonConnections = 64

// openHouses opens what is to be served. Whoever gets them closes them.
func openHouses(ctx context.Context, url string, open func(ctx context.Context, url, schema string) (*shop.Shop, error)) (out []house, err error) {
	named, err := workshopsOf(set("BRANKEL_WORKSHOPS"))
	if err != nil {
		return nil, err
	}
	most, all := postgres.UsualConnections, commonConnections
	if text := set("BRANKEL_CONNECTIONS"); text != "" {
		if all, err = strconv.Atoi(text); err != nil || all < 1 {
			return nil, fmt.Errorf("BRANKEL_CONNECTIONS is %q: write how many connections to the database there may be, such as 16", text)
		}
		most = all
	}
	if len(named) == 0 {
		named = [][2]string{{"", set("BRANKEL_WORKSHOP")}}
	} else {
		most = max(2, all/len(named))
	}
	for _, one := range named {
		s, err := open(ctx, url, one[1])
		if err == nil && most != postgres.UsualConnections {
			err = s.Store.Connections(most)
		}
		if err != nil {
			return nil, errors.Join(err, closeAll(out))
		}
		out = append(out, house{one[0], s})
	}
	return out, nil
}

func closeAll(list []house) (err error) {
	for _, h := range list {
		err = errors.Join(err, h.Store.Close())
	}
	return err
}

// openShop opens a workshop to work in, openToShow one to look at.
func openShop(ctx context.Context, url, schema string) (*shop.Shop, error) {
	store, err := postgres.OpenIn(ctx, url, schema)
	if err != nil {
		return nil, err
	}
	s := shop.New(store, now)
	if err := s.CatchUp(ctx); err != nil {
		return nil, errors.Join(err, store.Close())
	}
	return s, nil
}

func openToShow(ctx context.Context, url, schema string) (*shop.Shop, error) {
	store, err := postgres.OpenToShow(ctx, url, schema)
	if err != nil {
		return nil, err
	}
	return shop.New(store, now), nil
}
