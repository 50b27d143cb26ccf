import { Button, Menu } from "@mantine/core";
import { Link } from "react-router";
import { useAccount } from "../../state/account";

/** Who is at the screen, and where their account and, for the office, people and the record are. */
export function AccountMenu() {
  const { me, may } = useAccount();
  if (me.local)
    return (
      <>
        <Button variant="default" size="xs" component={Link} to="/phones">
          phones
        </Button>
        <Button variant="default" size="xs" component={Link} to="/people">
          people
        </Button>
        <Button variant="default" size="xs" component={Link} to="/setup">
          set-up
        </Button>
      </>
    );
  return (
    <Menu position="bottom-end">
      <Menu.Target>
        <Button variant="default" size="xs" aria-label={`${me.person?.name ?? ""}, account`}>
          {me.person?.name}
        </Button>
      </Menu.Target>
      <Menu.Dropdown>
        <Menu.Item component={Link} to="/account">
          My account, sign out
        </Menu.Item>
        {may("office") ? (
          <>
            <Menu.Item component={Link} to="/people">
              People
            </Menu.Item>
            <Menu.Item component={Link} to="/phones">
              Phones
            </Menu.Item>
            <Menu.Item component={Link} to="/record">
              Who did what
            </Menu.Item>
            <Menu.Item component={Link} to="/setup">
              Set-up
            </Menu.Item>
          </>
        ) : null}
      </Menu.Dropdown>
    </Menu>
  );
}
